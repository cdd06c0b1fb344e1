import { defineConfig } from '@playwright/test';

/** Debian's chromium, told to leave the network alone. */
const CHROMIUM_FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export default defineConfig({
  outputDir: '../test-results',
  // A machine that is busy with something else needs longer; what is there is not waited for.
  timeout: 240_000,
  expect: { timeout: 45_000 },
  fullyParallel: false,
  workers: 2,
  reporter: process.env['UPHILL_REPORT']
    ? [['line'], ['json', { outputFile: process.env['UPHILL_REPORT'] }]]
    : 'line',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    launchOptions: {
      executablePath: process.env['UPHILL_CHROMIUM'] ?? '/usr/bin/chromium',
      args: CHROMIUM_FLAGS,
    },
    screenshot: 'only-on-failure',
  },
  projects: [
    { name: 'journeys', testDir: 'journeys', testMatch: '*.ts' },
    { name: 'screenshots', testDir: 'screenshots', testMatch: '*.ts', timeout: 240_000 },
  ],
});
