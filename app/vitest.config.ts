import { defineConfig } from 'vitest/config';

/** What `ng test` cannot be told itself. A busy machine may take long over any test: time is no verdict. */
export default defineConfig({ test: { testTimeout: 120_000, hookTimeout: 120_000 } });
