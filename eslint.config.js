import boundaries from 'eslint-plugin-boundaries'
import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/** Who may import whom among the project's rooms; see ARCHITECTURE.md. */
const arrows = {
  core: [],
  contract: ['core'],
  server: ['contract', 'core'],
  web: ['contract', 'core'],
  devices: ['core'],
  cli: ['contract', 'core'],
  ops: ['server', 'contract', 'core'],
  e2e: ['contract', 'core', 'ops', 'server'],
}
const rooms = Object.keys(arrows)

export default tseslint.config(
  { ignores: ['**/dist/**', '.local/**', 'node_modules/**', '**/*.as.ts', 'test-results/**', 'playwright-report/**'] },
  ...tseslint.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
  },
  {
    files: ['**/*.{ts,vue,mjs}'],
    plugins: { boundaries },
    settings: {
      'import/resolver': {
        typescript: {
          project: ['tsconfig.json', 'web/tsconfig.json'],
          alwaysTryTypes: true,
          noWarnOnMultipleProjects: true,
        },
      },
      'boundaries/elements': rooms.map((room) => ({ type: room, pattern: room })),
    },
    rules: {
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: [
            { allow: { to: { module: { origin: 'external' } } } },
            { allow: { to: { module: { origin: 'core' } } } },
            ...rooms.map((room) => ({
              from: { element: { type: room } },
              allow: { to: { element: { types: { anyOf: [room, ...arrows[room]] } } } },
            })),
          ],
        },
      ],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-dynamic-delete': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'off',
    },
  },
  {
    // Components only bind: what decides or computes is a composable, what is large is cut into named parts.
    files: ['web/**/*.vue'],
    rules: { 'max-lines': ['error', { max: 200 }] },
  },
  {
    // The core stays pure: no clock, no chance, no machine.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: ['node:*', 'vue', 'pg', 'express'] }],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Core takes a seeded generator.' },
        { object: 'Date', property: 'now', message: 'Core takes the time as an argument.' },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch'],
    },
  },
  {
    files: ['**/*.vue'],
    rules: {
      'vue/no-v-html': 'error',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/require-default-prop': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/attributes-order': 'off',
      'vue/html-closing-bracket-spacing': 'off',
    },
  },
)
