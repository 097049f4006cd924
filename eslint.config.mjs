import js from '@eslint/js'
import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/** What the core must not reach for: it is pure, and used by the browser, the server and the command alike. */
const outward = [
  'vue',
  'pinia',
  'nuxt',
  'h3',
  'sequelize',
  'mariadb',
  'node:*',
  '@vueuse/*',
  '#*',
  '~*',
  '@/*',
  '**/app/**',
  '**/server/**',
]

export default tseslint.config(
  { ignores: ['.lintel/**', '.nuxt/**', '.output/**', 'test-results/**', 'tests/vectors/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      // The type checker knows better what is defined.
      'no-undef': 'off',
      'no-console': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      // Prettier lays out templates.
      'vue/html-self-closing': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
    },
  },
  {
    files: ['app/**', 'server/**'],
    ignores: ['server/db/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'BinaryExpression[operator=/^[!=]==$/] > Literal[value=/^(head|instructor|assistant|desk)$/]',
          message: 'Who may what is asked of shared/access.ts (in pages: useMay).',
        },
      ],
    },
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [{ group: outward, message: 'The core is pure.' }] }],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'localStorage',
        'performance',
        'fetch',
        'process',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Time is passed in.' },
        { object: 'Math', property: 'random', message: 'Chance is passed in.' },
      ],
    },
  },
  {
    files: [
      'scripts/**',
      'cli/**',
      'demo/**',
      'server/http/error-handler.ts',
      'server/http/settler.ts',
      'server/http/clock.ts',
      'server/api/classes/[[]id[]]/events.post.ts',
    ],
    rules: { 'no-console': 'off' },
  },
)
