import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS } from '../tools/lib/browser';

/** The real app in Debian's Chromium, against a real server and database. Started by `npm test`. */
export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  // What needs the app of before is in the soak.
  testIgnore: process.env.EARLIER_DIR ? [] : ['**/soak/**'],
  timeout: 120_000,
  expect: { timeout: 15_000 },
  fullyParallel: true,
  workers: 2,
  retries: 0,
  reporter: [['list'], ['json', {}]],
  use: {
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    // Every page would fetch and keep the whole app once more: where that is in question it is allowed.
    serviceWorkers: 'block',
    screenshot: 'only-on-failure',
    launchOptions: { executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium', args: CHROMIUM_ARGS },
  },
});
