import prettier from 'eslint-config-prettier'
import pluginVue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/** Lines of code, without blank lines and comments. */
const atMost = max => ['error', { max, skipBlankLines: true, skipComments: true }]

/** The folders of src; each imports only from those before it. */
const LAYERS = [
  'api',
  'composables',
  'widgets',
  'find',
  'sentence',
  'choices',
  'controls',
  'query',
  'parameters',
  'objects',
  'views',
  'screens',
]

const importOrder = LAYERS.map((layer, i) => ({
  files: [`src/${layer}/**/*.{ts,vue}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: LAYERS.slice(i + 1).map(above => ({
          regex: `^(\\.\\./)+${above}/`,
          message: `“${layer}” is below “${above}” (LAYERS in eslint.config.js).`,
        })),
      },
    ],
  },
}))

export default tseslint.config(
  { ignores: ['src/api/schema.d.ts', 'target', '*.js', '*.ts'] },
  ...tseslint.configs.strict,
  ...tseslint.configs.recommendedTypeChecked,
  ...pluginVue.configs['flat/recommended'],
  prettier,
  {
    languageOptions: { parserOptions: { projectService: true, extraFileExtensions: ['.vue'] } },
    rules: {
      'max-lines': atMost(250),
      'max-len': ['error', { code: 140, ignoreRegExpLiterals: true }],
      '@typescript-eslint/no-floating-promises': 'error',
      // The API is called through `project`, `server` and `addressOf` (src/api), whose paths the compiler checks.
      'no-restricted-syntax': [
        'error',
        { selector: 'TemplateElement[value.raw=/api\\/v1/]', message: 'Use addressOf(…) of src/api/address.ts.' },
        { selector: "NewExpression[callee.name='XMLHttpRequest']", message: 'Use the client of src/api/client.ts.' },
      ],
      'no-restricted-globals': ['error', { name: 'fetch', message: 'Use the client of src/api/client.ts.' }],
      // ESLint cannot resolve the types of .vue files and treats them as `any`; vue-tsc checks them.
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-redundant-type-constituents': 'off',
    },
  },
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
    rules: { 'max-lines': atMost(200) },
  },
  { files: ['**/use*.ts'], rules: { 'max-lines': atMost(120), 'max-lines-per-function': atMost(80) } },
  { files: ['src/api/*.ts', '**/*.test.ts'], rules: { 'no-restricted-globals': 'off' } },
  { files: ['**/*.test.ts'], rules: { 'max-lines': atMost(250), 'max-lines-per-function': 'off' } },
  ...importOrder,
)
