const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
// Fonts come as woff2 from their package.
config.resolver.assetExts.push('woff2');

module.exports = config;
