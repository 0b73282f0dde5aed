import { defineConfig } from '@playwright/test'
import { additionsMs } from './machine.ts'

const flags = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // Calls have a microphone that beeps, and reach each other on this machine without asking anybody.
  '--use-fake-device-for-media-stream',
  '--use-fake-ui-for-media-stream',
  '--allow-loopback-in-peer-connection',
]

export default defineConfig({
  testDir: './journeys',
  outputDir: '../test-results',
  // Each has a centre of its own; while one waits for something the others go on. Where the machine is slow none waits for
  // anything but for the machine: fewer at a time take as long in all, and each is done sooner.
  workers: additionsMs() < 200 ? 3 : 2,
  // Nothing here measures speed: what is slow is not wrong.
  timeout: 300_000,
  expect: { timeout: 45_000 },
  reporter: [['list'], ['json', { outputFile: process.env.EUDROMOS_E2E_REPORT ?? '../test-results/report.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: '/usr/bin/chromium-headless-shell', chromiumSandbox: false, args: flags },
    // A trace of every step would take a third of the time of all.
    screenshot: 'only-on-failure',
    contextOptions: { reducedMotion: 'reduce' },
    timezoneId: 'America/Lima',
  },
})
