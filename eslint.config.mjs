import withNuxt from './.nuxt/eslint.config.mjs'

const outward = ['vue', 'pinia', 'nuxt', 'h3', 'sequelize', 'mariadb', '@vueuse/*', '#*', '~*', '@/*', '**/app/**', '**/server/**']

export default withNuxt(
  { ignores: ['.lintel/**', '.output/**', 'test-results/**', 'tests/vectors/**'] },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      'vue/multi-word-component-names': 'off',
      'vue/html-self-closing': 'off',
      'vue/require-default-prop': 'off',
      'no-console': 'error',
    },
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [{ group: outward, message: 'The core is pure.' }] }],
      'no-restricted-globals': ['error', 'window', 'document', 'localStorage', 'performance', 'fetch', 'process'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Time is passed in.' },
        { object: 'Math', property: 'random', message: 'Chance is passed in.' },
      ],
    },
  },
  { files: ['scripts/**', 'cli/**', 'demo/**'], rules: { 'no-console': 'off' } },
)
