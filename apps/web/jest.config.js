module.exports = {
  displayName: 'screen',
  preset: 'jest-expo/web',
  testMatch: ['<rootDir>/test/**/*.test.tsx'],
  transformIgnorePatterns: [
    'node_modules/(?!((jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|react-native-.*|idb|@alveus)/)',
  ],
};
