import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['**/dist/', '**/node_modules/', '.data/', 'test-results/', 'playwright-report/'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: {
        projectService: { allowDefaultProject: ['vitest.config.ts', 'web/vite.config.ts'] },
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/explicit-module-boundary-types': 'off',
      '@typescript-eslint/no-unnecessary-condition': 'off',
      complexity: ['error', 20],
      'no-nested-ternary': 'error',
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
      // Control characters are looked for on purpose, in what comes from outside.
      'no-control-regex': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
      // A name for what is inferred from a schema, so that it is written once in declarations and not everywhere.
      '@typescript-eslint/no-empty-object-type': [
        'error',
        { allowInterfaces: 'with-single-extends' },
      ],
      // Taking a field out of an object is how a copy without it is made.
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
    },
  },
  // What a program says on the console is what it is for.
  {
    files: [
      'server/src/{serve,bringUpToDate}.ts',
      'server/src/{rebuildMain,backupMain,main,command}.ts',
      'server/test/torture/*.ts',
      'demo/src/main.ts',
      'e2e/**/*.ts',
    ],
    rules: { 'no-console': 'off' },
  },
  { files: ['web/src/**/*.{ts,tsx}'], ...reactHooks.configs.flat['recommended-latest'] },
  {
    // Tests look into answers of every shape.
    files: ['**/test/**/*.{ts,tsx}', 'e2e/**/*.ts'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-misused-promises': 'off',
      // A journey is told in one go, and what belongs together is described together.
      'max-lines-per-function': 'off',
      // A fixture that needs no other says so with an empty pattern; the runner insists on it.
      'no-empty-pattern': 'off',
    },
  },
  {
    files: ['scripts/**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        performance: 'readonly',
        Buffer: 'readonly',
        FormData: 'readonly',
        File: 'readonly',
      },
    },
  },
  { files: ['.dependency-cruiser.cjs'], languageOptions: { globals: { module: 'writable' } } },
);
