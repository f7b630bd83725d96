const path = require('node:path');

const shim = (name) => `<rootDir>/shims/${name}`;

module.exports = {
  displayName: 'screen',
  preset: 'jest-expo/web',
  testMatch: ['<rootDir>/test/**/*.test.tsx'],
  moduleNameMapper: {
    // The same as metro.config.js does for the built app.
    '^@react-native-vector-icons/material-design-icons$': '<rootDir>/src/ui/PaperIcon.tsx',
    '^(\\.\\./)+modules/createDOMProps$': shim('createDOMProps.js'),
    '^(\\.\\./)+modules/forwardedProps$': shim('forwardedProps.js'),
    '^react-native-web/dist/modules/(.*)$': 'react-native-web/dist/cjs/modules/$1',
    // One copy of each, whichever way it is asked for.
    '^react-native-paper$': 'react-native-paper/lib/module/index.js',
    '^lucide-react-native/icons/(.*)$': `${path.dirname(require.resolve('lucide-react-native'))}/icons/$1.js`,
  },
  transformIgnorePatterns: [
    'node_modules/(?!((jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|react-native-.*|idb|@alveus)/)',
  ],
};
