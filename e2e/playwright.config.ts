import { defineConfig } from '@playwright/test'

const flags = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

export default defineConfig({
  testDir: './journeys',
  outputDir: '../test-results',
  workers: 1,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  globalSetup: './setup.ts',
  reporter: [['list'], ['json', { outputFile: process.env.EUDROMOS_E2E_REPORT ?? '../test-results/report.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: '/usr/bin/chromium', chromiumSandbox: false, args: flags },
    trace: 'retain-on-failure',
    timezoneId: 'America/Lima',
  },
})
