module.exports = require('../../../apps/web/babel.config.js');
