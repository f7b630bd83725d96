module.exports = {
  displayName: 'web',
  preset: 'jest-expo/web',
  testMatch: ['<rootDir>/test/**/*.test.{ts,tsx}'],
  transformIgnorePatterns: [
    'node_modules/(?!((jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|react-native-.*|idb|@alveus)/)',
  ],
};
