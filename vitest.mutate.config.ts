import { defineConfig } from 'vitest/config';

// The tests that mutants are tried against: all that are quick. Those that take long by trying very many trees are left out.
export default defineConfig({
  test: {
    include: ['core/**/*.test.ts'],
    exclude: [
      'core/rules/live.test.ts',
      'core/choosing/exact.test.ts',
      'core/choosing/search.test.ts',
      'core/doubt/**',
      'core/formats/**',
      'core/record/**',
      'core/testing/**',
      'core/words/**',
      'core/layers.test.ts',
      'node_modules/**',
    ],
    environment: 'node',
    testTimeout: 60_000,
    env: { DEEP: '' },
  },
});
