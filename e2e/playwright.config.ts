import { defineConfig } from '@playwright/test'

const results = process.env['RESULTS']

export default defineConfig({
  testDir: '.',
  timeout: 150_000,
  // A machine that is shared has seconds in which nothing moves.
  expect: { timeout: 25_000 },
  // One more than there are processors: a journey waits for a while now and then.
  workers: 3,
  // A shared machine stalls for seconds now and then; what needed a second try is listed as flaky.
  retries: 1,
  reporter: [
    ['list'],
    ...(results ? [['json', { outputFile: `${results}/playwright.json` }] as ['json', object]] : []),
  ],
  outputDir: '../test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // Nothing is waited for that only fades; what moves has tests of its own.
    contextOptions: { reducedMotion: 'reduce' },
    // What lies on the device would hide the server's answers; the test of working offline asks for it.
    serviceWorkers: 'block',
    trace: 'on-first-retry',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        // No page lives long enough for what is gained by compiling it a third time.
        '--js-flags=--no-turbofan',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
