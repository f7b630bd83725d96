import { readFileSync } from 'node:fs';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Likely mistakes, by types where there are types. The arrows between packages are in .dependency-cruiser.mjs; `npm run lint` runs both. */
const SCRIPTS = ['**/*.js', '**/*.mjs'];

/** Parts of React Native that ui/ has something for. */
const HAND_MADE = [
  'Pressable',
  'TouchableOpacity',
  'TouchableHighlight',
  'TouchableWithoutFeedback',
  'TouchableNativeFeedback',
  'Button',
  'Switch',
  'TextInput',
  'Text',
  'Modal',
  'ActivityIndicator',
];
const CONTROL_ROLES = [
  'button',
  'checkbox',
  'combobox',
  'dialog',
  'link',
  'listbox',
  'menu',
  'menuitem',
  'option',
  'progressbar',
  'radio',
  'radiogroup',
  'searchbox',
  'switch',
  'tab',
  'tablist',
  'textbox',
];

/** Words that say nothing of what they name, or that something has a better word for (docs/glossary.md). */
const VAGUE = '/^(one|these|those|told|anew|aside|parted|desk|papers|pace)$/i';
const NAME_IT = 'Call it by what it holds: docs/glossary.md.';

/** Of all code. */
const EVERYWHERE = [
  ...[
    `VariableDeclarator[id.name=${VAGUE}]`,
    `:function > Identifier[name=${VAGUE}]`,
    `ArrayPattern > Identifier[name=${VAGUE}]`,
    `ObjectPattern > Property[value.name=${VAGUE}]`,
    `:matches(FunctionDeclaration, ClassDeclaration)[id.name=${VAGUE}]`,
    `:matches(TSInterfaceDeclaration, TSTypeAliasDeclaration)[id.name=${VAGUE}]`,
  ].map((selector) => ({ selector, message: NAME_IT })),
  { selector: 'TSAsExpression > TSAsExpression > TSAnyKeyword', message: 'Say what it is instead.' },
  {
    selector: 'MethodDefinition > PrivateIdentifier',
    message: 'Make it `private`: of a class with `#methods` the web build makes every `#field` a call, at each use.',
  },
];

/** One fact, one table: what a form of node or a material is stands in its declaration, and nobody else lists them. */
const FORMS = [...readFileSync('packages/plan/src/kinds/forms.ts', 'utf8').matchAll(/^    form: '([a-z-]+)'/gm)].map(
  ([, form]) => form,
);
const FORM = `/^(${FORMS.join('|')})$/`;
const ASK_FORM = 'What a form is, can and needs stands in plan/kinds/forms.ts: ask formOf(form), or formsWhere.';
const ASK_FACT = 'A fact of its own says that: its class, make or perforation.';
const ONE_TABLE = [
  { selector: `ArrayExpression > Literal[value=${FORM}] ~ Literal[value=${FORM}]`, message: ASK_FORM },
  {
    selector: [1, 2, 3].map(() => `Property[key.value=${FORM}]`).join(' ~ '),
    message: ASK_FORM,
  },
  { selector: [1, 2, 3].map(() => `Property[key.name=${FORM}]`).join(' ~ '), message: ASK_FORM },
  {
    selector: `SwitchStatement:matches([discriminant.name='form'], [discriminant.property.name='form']) > SwitchCase[test.value=${FORM}]`,
    message: ASK_FORM,
  },
  {
    selector: `BinaryExpression[right.value=${FORM}]:matches([left.name='form'], [left.property.name='form'])`,
    message: ASK_FORM,
  },
  {
    selector:
      "CallExpression[callee.property.name=/^(match|replace|split|startsWith|endsWith|includes|slice|search)$/][callee.object.property.name='name']",
    message: ASK_FACT,
  },
  { selector: "CallExpression[callee.property.name='test'][arguments.0.property.name='name']", message: ASK_FACT },
];
/** How something is drawn decides nothing where nothing is drawn. */
const NO_LOOKS = [
  { selector: "MemberExpression[property.name='look']", message: ASK_FACT },
  { selector: "ObjectPattern > Property[key.name='look']", message: ASK_FACT },
];

export default tseslint.config(
  {
    ignores: [
      '**/node_modules/**',
      '**/dist/**',
      '**/.expo/**',
      '.alveus/**',
      'test-results/**',
      'playwright-report/**',
      'apps/web/expo-env.d.ts',
    ],
  },
  ...tseslint.configs.recommendedTypeChecked,
  {
    // One program for all: each by its own settings would work out the same types a dozen times. `npm run types` keeps those.
    languageOptions: { parserOptions: { project: './tsconfig.lint.json', tsconfigRootDir: import.meta.dirname } },
    rules: {
      eqeqeq: 'error',
      'no-console': 'error',
      // Plain objects with functions in them are taken apart freely here; nothing is a class that needs its `this`.
      '@typescript-eslint/unbound-method': 'off',
      // What gives a promise because its callers wait for one need not wait itself.
      '@typescript-eslint/require-await': 'off',
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      'no-restricted-syntax': ['error', ...EVERYWHERE],
    },
  },
  {
    // A function fits a page, a file is one concept. Suites of tests are as long as what they test.
    files: ['packages/*/src/**/*.ts', 'apps/*/src/**/*.ts', 'apps/*/src/**/*.tsx', 'tools/**/*.ts'],
    // Benches: a list of what is measured, and the plan that all of them have been measured by from the first.
    ignores: ['tools/bench/core.ts', 'tools/bench/plan.ts'],
    rules: {
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true, IIFEs: true }],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // Answers over HTTP and what Jest matches by are of any type, and are what the tests look at.
    files: ['**/test/**/*.ts', '**/test/**/*.tsx', 'e2e/**/*.ts', 'simulation/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
    },
  },
  {
    // Plain scripts: of the tools that run before anything is installed, and of Metro, Babel and the service worker.
    files: SCRIPTS,
    ...tseslint.configs.disableTypeChecked,
    rules: {
      ...tseslint.configs.disableTypeChecked.rules,
      '@typescript-eslint/no-require-imports': 'off',
      'no-undef': 'error',
    },
    languageOptions: {
      parserOptions: { project: null },
      globals: Object.fromEntries(
        ['require', 'module', '__dirname', 'process', 'console', 'self', 'caches', 'fetch', 'URL', 'Response'].map(
          (name) => [name, 'readonly'],
        ),
      ),
    },
  },
  {
    // What is worked out reads a plan through its reader only, so that what it rests on is written down.
    files: [
      'packages/core/src/rules/**/*.ts',
      'packages/core/src/flow/**/*.ts',
      'packages/core/src/evaluate/passes/**/*.ts',
    ],
    ignores: ['packages/core/src/evaluate/passes/tables.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: '@alveus/plan',
              importNames: ['Plan', 'EMPTY_PLAN', 'itemAt', 'itemsOf', 'itemsOfKind', 'planOf'],
              message: 'Read the plan through the Reader.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['packages/core/src/**/*.ts', 'packages/exchange/src/**/*.ts', 'apps/server/src/**/*.ts'],
    rules: { 'no-restricted-syntax': ['error', ...EVERYWHERE, ...ONE_TABLE, ...NO_LOOKS] },
  },
  {
    files: ['packages/plan/src/**/*.ts'],
    ignores: ['packages/plan/src/kinds/forms.ts'],
    rules: { 'no-restricted-syntax': ['error', ...EVERYWHERE, ...ONE_TABLE] },
  },
  {
    // The computation is pure: no clock, no chance, no machine.
    files: ['packages/**/src/**/*.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'process',
        'window',
        'document',
        'fetch',
        'performance',
        'setTimeout',
        'setInterval',
        'localStorage',
        'indexedDB',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core has no clock.' },
        { object: 'Math', property: 'random', message: 'The core has no dice; take them as an argument.' },
      ],
    },
  },
  {
    files: ['apps/web/**/*.tsx', 'apps/web/**/*.ts'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    // Controls are Paper's, each wrapped once in ui/: nobody makes one by hand where ui/ has it.
    files: ['apps/web/src/**/*.tsx', 'apps/web/src/**/*.ts'],
    ignores: ['apps/web/src/ui/**', 'apps/web/src/theme/**', 'apps/web/src/globals.d.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: 'react-native',
              importNames: HAND_MADE,
              message: 'Controls and words come from ui/, which wraps Paper’s.',
            },
          ],
          patterns: [
            { group: ['react-native-paper', 'react-native-paper/*'], message: 'Paper is wrapped in ui/.' },
            { group: ['lucide-react-native', 'lucide-react-native/*'], message: 'Icons are named in ui/Icon.' },
            { group: ['react-hook-form', '@hookform/*'], message: 'Forms are in ui/form.' },
          ],
        },
      ],
      'no-restricted-syntax': [
        'error',
        ...EVERYWHERE,
        ...ONE_TABLE,
        {
          selector: `JSXOpeningElement[name.name=/^[a-z]/][name.name!=/^(div|link|title)$/]`,
          message: 'What is pressed or typed in is in ui/.',
        },
        {
          selector: `JSXOpeningElement[name.name=/^(View|ScrollView|div|G|Svg)$/] > JSXAttribute[name.name="role"][value.value=/^(${CONTROL_ROLES.join('|')})$/]`,
          message: 'ui/ has this control.',
        },
        {
          selector:
            'JSXOpeningElement[name.name=/^(View|ScrollView|div|G|Svg|Path|Rect|Circle)$/] > JSXAttribute[name.name=/^on(Press|Click|StartShouldSetResponder|ResponderGrant|TouchStart|PointerDown|MouseDown)$/]',
          message: 'What is pressed is in ui/; gestures on drawings come from the gesture package.',
        },
      ],
    },
  },
  {
    files: ['apps/web/src/app/**/*.tsx', 'tools/bench/empty/src/app/*.tsx'],
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
);
