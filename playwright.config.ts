import { defineConfig } from '@playwright/test';
import { CONTROL, FIRST, SHOP } from './tests/e2e/ports';

export default defineConfig({
  // The faults last: what they leave waiting stands before nobody's eyes.
  projects: [
    { name: 'job', testDir: 'tests/e2e' },
    { name: 'faults', testDir: 'tests/faults' },
  ],
  testMatch: '*.spec.ts',
  outputDir: `test-results/${SHOP}`,
  workers: 1,
  fullyParallel: false,
  retries: 0,
  // Bounds for what will never come, not for how fast it comes: a machine that others share takes its time.
  timeout: 300_000,
  expect: { timeout: 30_000 },
  use: {
    baseURL: FIRST,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 40_000,
    // Each browser context would fetch and keep the whole application; the tests that go offline allow it.
    serviceWorkers: 'block',
    // TRACE=1 keeps what a failing test saw; it costs a third of the run.
    trace: process.env['TRACE'] ? 'retain-on-failure' : 'off',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: 'node --import tsx tests/e2e/server.ts',
    url: `${CONTROL}/ready`,
    timeout: 90_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 15_000 },
  },
});
