import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['build/', '.react-router/', 'node_modules/', 'test-results/', 'data/', 'demo/data/', 'tmp/'] },
  ...tseslint.configs.strict,
  {
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // React Router throws responses; Yup and events speak for themselves.
      '@typescript-eslint/only-throw-error': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error', 'warn'] }],
      'max-depth': ['error', 4],
    },
  },
  { files: ['scripts/**', 'cli/**', 'demo/**', 'e2e/**'], rules: { 'no-console': 'off' } },
  { files: ['app/**/*.{ts,tsx}'], plugins: { 'react-hooks': hooks }, rules: hooks.configs.recommended.rules },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      // A pure core: time and dice are arguments (architecture.md).
      'no-restricted-globals': ['error', 'Date', 'window', 'document', 'process', 'setTimeout', 'setInterval', 'performance', 'fetch'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }],
    },
  },
  { files: ['**/*.cjs'], languageOptions: { sourceType: 'commonjs' } },
);
