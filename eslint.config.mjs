import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['build/', '.react-router/', 'node_modules/', 'test-results/', 'data/', 'demo/data/', 'tmp/'] },
  ...tseslint.configs.strictTypeChecked.map((config) => ({ ...config, files: ['**/*.{ts,tsx}'] })),
  {
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
  },
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // React Router throws responses; Yup and events speak for themselves.
      '@typescript-eslint/only-throw-error': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      // Numbers in text are what this program is about; what is shown goes through core/units.
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowBoolean: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      // Lists are read with noUncheckedIndexedAccess; what comes over a wire is guarded even where a type promises it.
      '@typescript-eslint/no-unnecessary-condition': 'off',
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error', 'warn'] }],
      'max-depth': ['error', 4],
    },
  },
  {
    // A test looks at what it knows is there.
    files: ['**/*.test.{ts,tsx}', 'e2e/**', '**/*.fixture.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-misused-spread': 'off',
      '@typescript-eslint/no-base-to-string': 'off',
      '@typescript-eslint/no-implied-eval': 'off',
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/no-unnecessary-type-conversion': 'off',
    },
  },
  // One type a question and an answer is what makes these worth calling.
  {
    files: ['app/ui/screen/use-worker-answer.ts', 'cli/request.ts'],
    rules: { '@typescript-eslint/no-unnecessary-type-parameters': 'off' },
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
