const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { withAliases } = require('../../../apps/web/metro.aliases');

module.exports = withAliases(getDefaultConfig(__dirname), path.join(__dirname, 'src/icon.tsx'));
