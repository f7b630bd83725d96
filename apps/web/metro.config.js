const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { OWN_ALIASES, withAliases } = require('./metro.aliases');

module.exports = withAliases(getDefaultConfig(__dirname), path.join(__dirname, 'src/ui/PaperIcon.tsx'), OWN_ALIASES);
