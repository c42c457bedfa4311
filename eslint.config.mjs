import js from '@eslint/js';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

const onlyItself =
  'core computes and nothing else: it imports neither the application, Angular, the DOM nor Node (docs/architecture.md)';

export default tseslint.config(
  { ignores: ['dist/', 'node_modules/', '.angular/', 'test-results/', 'coverage/'] },
  {
    files: ['**/*.mjs'],
    ...js.configs.recommended,
    languageOptions: { globals: { process: 'readonly', console: 'readonly', URL: 'readonly' } },
  },
  {
    files: ['**/*.ts'],
    extends: [js.configs.recommended, ...tseslint.configs.strict, ...tseslint.configs.stylistic],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      'max-lines': ['error', { max: 350, skipBlankLines: true, skipComments: true }],
      'no-undef': 'off',
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts', 'core/testing/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: [
                '**/app/**',
                '**/server/**',
                '@angular/*',
                '@ngrx/*',
                'node:*',
                'fs',
                'path',
                'd3',
                'd3-*',
                'idb',
                'rxjs',
              ],
              message: onlyItself,
            },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        ...[
          'window',
          'document',
          'navigator',
          'localStorage',
          'indexedDB',
          'fetch',
          'self',
          'process',
          'Buffer',
          'performance',
          'crypto',
          'setTimeout',
        ].map((name) => ({ name, message: onlyItself })),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'chance is an argument (a seed)' },
        { object: 'Date', property: 'now', message: 'the date is an argument' },
      ],
    },
  },
  {
    files: ['app/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'eb', style: 'kebab-case' }],
    },
  },
  {
    files: ['app/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
);
