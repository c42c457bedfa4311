import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { include: ['core/**/*.test.ts', 'server/**/*.test.ts'], environment: 'node', testTimeout: 300_000 },
});
