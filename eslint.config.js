import js from '@eslint/js';
import astro from 'eslint-plugin-astro';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['dist', '.astro', '.data', 'node_modules', 'test-results', 'src/env.d.ts', '**/*.cjs', '**/*.mjs'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [ts.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
    },
  },
  {
    // core/ is the trade as pure functions: no clock, no chance, no machine.
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'setTimeout', 'setInterval', 'performance', 'crypto'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Pass the time in.' },
        { object: 'Math', property: 'random', message: 'Pass the chance in.' },
      ],
    },
  },
  ...astro.configs['flat/recommended'],
);
