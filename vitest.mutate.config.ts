import { defineConfig } from 'vitest/config';

// Mutants of a folder are tried against the tests of that folder: those elsewhere would notice more of them, but each
// mutant would then be tried against nearly every test there is. Those that try very many trees are left out.
export default defineConfig({
  test: {
    include: [`core/${process.env['MUTATED'] ?? '**'}/**/*.test.ts`],
    exclude: ['core/choosing/exact.test.ts', 'core/choosing/search.test.ts', 'node_modules/**'],
    environment: 'node',
    testTimeout: 60_000,
    env: { DEEP: '' },
  },
});
