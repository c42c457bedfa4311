import { defineConfig } from 'vitest/config';

// Mutants of a folder are tried against the tests of that folder and against what is said of every recorded tree: tests
// elsewhere would notice more, but each mutant would be tried against nearly all there are. Those that try very many
// trees are left out.
export default defineConfig({
  test: {
    include: [`core/${process.env['MUTATED'] ?? '**'}/**/*.test.ts`, 'core/record/record.test.ts'],
    exclude: ['core/choosing/exact.test.ts', 'core/choosing/search.test.ts', 'node_modules/**'],
    environment: 'node',
    testTimeout: 60_000,
    env: { DEEP: '' },
  },
});
