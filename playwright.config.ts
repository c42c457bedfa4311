import { defineConfig } from '@playwright/test';
import { isDeep } from './core/testing/deep';

const PORT = 4319;

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.e2e.ts',
  timeout: 240_000,
  expect: { timeout: 60_000 },
  workers: 2,
  reporter: [['list']],
  forbidOnly: true,
  ...(!isDeep && { grepInvert: /@deep/ }),
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // A browser made anew for a test has nothing to keep the program for; the test of the round without a signal lets it.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
  webServer: {
    command: 'node --import tsx server/main.ts',
    env: { PORT: String(PORT) },
    url: `http://127.0.0.1:${PORT}/`,
    reuseExistingServer: false,
  },
});
