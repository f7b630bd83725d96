/** Fast transform for packages without JSX; Expo's own preset for the app. */
const typescript = {
  '^.+\\.tsx?$': [
    '@swc/jest',
    { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } }, module: { type: 'commonjs' } },
  ],
};
const node = (displayName, root) => ({
  displayName,
  rootDir: root,
  testEnvironment: 'node',
  transform: typescript,
  testMatch: ['**/*.test.ts'],
});

export default {
  projects: [
    node('plan', 'packages/plan'),
    node('core', 'packages/core'),
    node('exchange', 'packages/exchange'),
    node('server', 'apps/server'),
    // What of the app needs no screen; its components are tested with Expo's preset.
    node('web', 'apps/web/test'),
    // The app's sending, the server and its database together.
    node('simulation', 'simulation'),
    '<rootDir>/apps/web/jest.config.js',
  ],
};
