import { readFileSync } from 'node:fs';
import js from '@eslint/js';
import angular from 'angular-eslint';
import boundaries from 'eslint-plugin-boundaries';
import tseslint from 'typescript-eslint';

const onlyItself =
  'core computes and nothing else: it imports neither the application, Angular, the DOM nor Node (docs/architecture.md)';

/** Folders of the core from the ground up: each imports only from those below it, types included. */
const layers = JSON.parse(readFileSync(new URL('core/layers.json', import.meta.url), 'utf8'));
const upward = layers.map((folders, i) => ({
  from: { element: { types: { anyOf: folders } } },
  allow: { to: { element: { types: { anyOf: layers.slice(0, i).flat() } } } },
}));

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
    // A kind that is added is named wherever one of all kinds is told from the others.
    files: ['core/**/*.ts', 'app/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.spec.ts', '**/*.worker.ts', 'core/testing/**'],
    languageOptions: {
      parserOptions: {
        project: ['./tsconfig.core.json', './app/tsconfig.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { requireDefaultForNonUnion: true }],
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
    files: ['core/**/*.ts'],
    ignores: [
      'core/**/*.test.ts',
      'core/testing/**',
      'core/judgements/**',
      'core/record/**',
      'core/index.ts',
    ],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: true },
      'boundaries/elements': layers.flat().map((folder) => ({ type: folder, pattern: `core/${folder}` })),
    },
    rules: {
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          message: 'core folders import only from below (core/layers.json, docs/architecture.md)',
          policies: upward,
        },
      ],
    },
  },
  {
    files: ['core/index.ts', 'core/*/index.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "ExportNamedDeclaration[source][exportKind='value']",
          message:
            'a door exports whole files: one value taken out by name pulls all of the core into the first page (0041)',
        },
      ],
    },
  },
  {
    files: ['app/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': [
        'error',
        { type: ['element', 'attribute'], prefix: 'eb', style: 'kebab-case' },
      ],
    },
  },
  {
    files: ['app/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
);
