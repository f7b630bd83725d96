import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Style and likely mistakes. The arrows between packages are in .dependency-cruiser.mjs; `npm run lint` runs both. */
export default tseslint.config(
  { ignores: ['**/node_modules/**', '**/dist/**', '**/.expo/**', '.alveus/**', 'test-results/**', 'playwright-report/**', 'apps/web/*.js'] },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }],
      'no-restricted-syntax': [
        'error',
        { selector: 'TSAsExpression > TSAsExpression > TSAnyKeyword', message: 'Say what it is instead.' },
      ],
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  {
    // The computation is pure: no clock, no chance, no machine.
    files: ['packages/**/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'performance', 'setTimeout', 'setInterval', 'localStorage', 'indexedDB'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core has no clock.' },
        { object: 'Math', property: 'random', message: 'The core has no dice; take them as an argument.' },
      ],
    },
  },
  { files: ['apps/web/**/*.tsx', 'apps/web/**/*.ts'], plugins: { 'react-hooks': hooks }, rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' } },
  { files: ['apps/web/src/app/**/*.tsx'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
);
