import { defineConfig } from '@playwright/test'
import { LAUNCH } from '../tools/browser.mjs'

export default defineConfig({
  testDir: './tests',
  outputDir: '../test-results',
  globalSetup: './globalSetup.ts',
  fullyParallel: true,
  workers: 2,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['list']],
  forbidOnly: true,
  retries: 0,
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: LAUNCH,
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    reducedMotion: 'reduce',
    trace: 'retain-on-failure',
  },
})
