import { defineConfig } from 'vitest/config';

// `--mode deep` (npm run test:deep) runs the slow suites in full; otherwise a quick share of each is run.
export default defineConfig(({ mode }) => ({
  test: {
    include: ['core/**/*.test.ts', 'server/**/*.test.ts', 'scripts/**/*.test.ts'],
    environment: 'node',
    testTimeout: 300_000,
    maxWorkers: 2,
    isolate: false,
    env: { DEEP: mode === 'deep' ? '1' : '' },
  },
}));
