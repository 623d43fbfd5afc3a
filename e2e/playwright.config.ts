import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  // Each worker has a database and a server of its own, so that files run side by side.
  workers: Number(process.env['KEEN_BROWSERS'] ?? Math.min(2, availableParallelism())),
  fullyParallel: false,
  forbidOnly: true,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  // `npm test` asks for the report that it counts.
  reporter: process.env['PLAYWRIGHT_JSON_OUTPUT_FILE'] === undefined ? 'list' : [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    deviceScaleFactor: 1,
    colorScheme: 'light',
    acceptDownloads: true,
    // What a failed test leaves in test-results.
    trace: { mode: 'retain-on-failure', screenshots: false, sources: false },
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--disable-quic',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--font-render-hinting=none',
      ],
    },
  },
});
