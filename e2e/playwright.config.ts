import { defineConfig } from '@playwright/test'
import { LAUNCH } from '../tools/browser.mjs'

export default defineConfig({
  testDir: './tests',
  outputDir: '../test-results',
  globalSetup: './globalSetup.ts',
  fullyParallel: true,
  workers: 2,
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [['list']],
  forbidOnly: true,
  retries: 0,
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: LAUNCH,
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    reducedMotion: 'reduce',
    // Recording costs a quarter of the run: only where somebody looks for a fault.
    trace: process.env.INGLE_TRACE ? 'retain-on-failure' : 'off',
    // A test that reloads without the server allows them; for the rest the keeping of every file is time lost.
    serviceWorkers: 'block',
  },
})
