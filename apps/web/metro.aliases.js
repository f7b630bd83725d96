const path = require('node:path');

const shim = (name) => path.join(__dirname, 'shims', name);

/** What is resolved otherwise than by its name, and why. */
const ALIASES = [
  // Zod's messages in all languages: 40 kB that nothing shows, since limits are told in the words of the trade.
  { name: /^\.\.\/locales\/index\.js$/, from: /[\\/]zod[\\/]/, to: shim('nothing.js') },
  // Its JSON Schemas: the docs tool publishes one, the app neither reads nor writes any.
  {
    name: /\/(json-schema-processors|from-json-schema|json-schema-generator)\.js$/,
    from: /[\\/]zod[\\/]/,
    to: shim('nothing.js'),
  },
  // aria-checked and its like, which React Native for the web drops.
  { name: /modules\/createDOMProps$/, from: /react-native-web[\\/]dist[\\/]exports/, to: shim('createDOMProps.js') },
  { name: /modules\/forwardedProps$/, from: /react-native-web[\\/]dist[\\/]exports/, to: shim('forwardedProps.js') },
];
/** Of the app itself. */
module.exports.OWN_ALIASES = [
  // Filled text fields: all of ours are outlined.
  { name: /^\.\/TextInputFlat$/, from: /react-native-paper[\\/]/, to: shim('nothing.js') },
  // What is put off until the browser is idle, which it may not say.
  { name: /modules\/requestIdleCallback$/, from: /react-native-web[\\/]dist[\\/]/, to: shim('whenIdle.js') },
];
// Of the store's package the build for browsers, which is the smallest and has no modules twice.
const STORE = /^@reduxjs\/toolkit\/query(\/react)?$/;
// Both halves of the gesture package must share one core: Metro would else take it once by each of its two entries.
const GESTURES = /^@use-gesture\/core(?:\/(types|utils|actions))?$/;

/**
 * @param config Metro's; changed in place
 * @param icons the file that part of the component library gets its icons from: it asks for an icon font by name, and
 * none is shipped
 * @param more aliases of one app alone
 */
module.exports.withAliases = (config, icons, more = []) => {
  // Fonts come as woff2 from their package.
  config.resolver.assetExts.push('woff2');
  const aliases = [{ name: /^@react-native-vector-icons\/material-design-icons$/, to: icons }, ...more, ...ALIASES];
  config.resolver.resolveRequest = (context, name, platform) => {
    const alias = aliases.find((one) => one.name.test(name) && (!one.from || one.from.test(context.originModulePath)));
    if (alias) return { type: 'sourceFile', filePath: alias.to };
    const store = STORE.exec(name);
    if (store) {
      const dist = path.dirname(require.resolve('@reduxjs/toolkit/package.json', { paths: [__dirname] }));
      const file = store[1] ? 'react/rtk-query-react.browser.mjs' : 'rtk-query.browser.mjs';
      return { type: 'sourceFile', filePath: path.join(dist, 'dist', 'query', file) };
    }
    const part = GESTURES.exec(name);
    if (!part) return context.resolveRequest(context, name, platform);
    const base = path.dirname(require.resolve('@use-gesture/core/package.json', { paths: [__dirname] }));
    const file = `use-gesture-core${part[1] ? `-${part[1]}` : ''}.esm.js`;
    return { type: 'sourceFile', filePath: path.join(base, part[1] ?? '', 'dist', file) };
  };
  return config;
};
