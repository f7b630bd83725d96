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

/** The package's own single file for those who do not take modules. */
const withD3 = (project, root) => ({
  ...project,
  moduleNameMapper: { '^d3-array$': `${root}/node_modules/d3-array/dist/d3-array.js` },
});

export default {
  projects: [
    node('plan', 'packages/plan'),
    node('core', 'packages/core'),
    node('exchange', 'packages/exchange'),
    node('server', 'apps/server'),
    // What of the app needs no screen; its components are tested with Expo's preset.
    withD3(node('web', 'apps/web/test'), '<rootDir>/../../..'),
    // The app's sending, the server and its database together.
    withD3(node('simulation', 'simulation'), '<rootDir>/..'),
    '<rootDir>/apps/web/jest.config.js',
  ],
};
