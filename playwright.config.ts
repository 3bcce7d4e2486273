import { defineConfig } from '@playwright/test'

const port = 8931
/** An installation without data. */
export const EMPTY = `http://127.0.0.1:${port + 2}`
/** A demo of its own, whose exchange goes on. */
export const GOING_ON = `http://127.0.0.1:${port + 4}`

export default defineConfig({
  testDir: 'e2e',
  testIgnore: 'screenshots/**',
  timeout: 120_000,
  // A machine that checks is shared and may be slow: what is waited for is asserted, never how long it took.
  expect: { timeout: 30_000 },
  workers: 1,
  reporter: [['list'], ['json', { outputFile: 'test-results/report.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
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
  webServer: [
    { command: `bin/serve ${port}`, url: `http://127.0.0.1:${port}/api/v1/status` },
    {
      command: `rm -f storage/app/empty.sqlite*; DB_DATABASE=$PWD/storage/app/empty.sqlite bin/start --port ${port + 2}`,
      url: `${EMPTY}/api/v1/status`,
    },
    {
      command:
        'rm -f storage/app/going-on.sqlite*; cp "${DB_DATABASE:-database/demo.sqlite}" storage/app/going-on.sqlite; ' +
        `DB_DATABASE=$PWD/storage/app/going-on.sqlite bin/serve ${port + 4}`,
      url: `${GOING_ON}/api/v1/status`,
    },
  ].map((server) => ({ ...server, reuseExistingServer: false, timeout: 180_000, gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 } })),
})
