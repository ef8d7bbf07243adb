import { defineConfig } from '@playwright/test';

const PORT = 4371;

export default defineConfig({
  testDir: './journeys',
  // two slow cores that are busy with something else take their time
  timeout: 150_000,
  expect: { timeout: 20_000 },
  // once more, and told as flaky: what a slow machine brings to light is looked into, and hides nothing else that was asked
  retries: 1,
  fullyParallel: false,
  workers: 1,
  reporter: [['list']],
  outputDir: '../test-results',
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
      ],
    },
  },
  webServer: {
    command: 'node --import tsx server/src/main.ts',
    cwd: '..',
    url: `http://localhost:${PORT}/api/health`,
    timeout: 60_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 3000 },
    env: { PORT: String(PORT), DATABASE_URL: process.env.DATABASE_URL ?? '' },
  },
});
