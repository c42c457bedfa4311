// How `npm run mutate` changes the code: see scripts/mutate.mjs.
export default {
  testRunner: 'vitest',
  vitest: { configFile: 'vitest.mutate.config.ts' },
  mutate: ['core/{findings,choosing,cuts,history}/**/*.ts', '!core/**/*.test.ts'],
  coverageAnalysis: 'perTest',
  // What is reckoned once when a file is loaded would have to be tried against every test.
  ignoreStatic: true,
  // Words are data with tests of their own: a sentence that reads otherwise is no fault of the reckoning.
  mutator: { excludedMutations: ['StringLiteral'] },
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { allowColor: false, reportTests: false },
  ignorePatterns: ['app', 'dist', 'docs/screenshots', 'e2e', 'test-results', '.angular'],
  tempDirName: 'dist/mutants',
  concurrency: 2,
  thresholds: { high: 80, low: 70, break: null },
};
