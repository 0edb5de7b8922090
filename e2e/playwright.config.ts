import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'
import { DEMOS, DESK, EMPTY } from './ports'

// Each run has databases of its own, on a day in the busy season; each worker has a nursery to itself (see house.ts).
const home = (process.env.CRADLE_E2E ??= mkdtempSync(join(tmpdir(), 'wet-cradle-e2e-')))
const today = '2027-05-12'
// What bin/test has planted before, where it did.
const built = process.env.CRADLE_BUILT_DEMO
const server = (port: number, name: string, options: string, like?: string) => ({
  // They are started one after another: the demo is planted once, and the others begin as copies of it.
  command: `${like ? `mkdir -p ${join(home, name)} && cp -a ${like} ${join(home, name)} && ` : ''}exec ../bin/start --port ${port} ${options}`,
  url: `http://127.0.0.1:${port}/api/session`,
  env: { CRADLE_VAR: join(home, name), CRADLE_TODAY: today },
  timeout: 120_000,
  reuseExistingServer: false,
})

export default defineConfig({
  testDir: '.',
  workers: DEMOS.length,
  fullyParallel: false,
  // A test that holds only the second time does not hold.
  retries: 0,
  reporter: [['list'], ['./slowest.ts']],
  // A machine that is busy with other things is slow, not wrong.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  use: {
    ...DESK,
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      // Each page lives for seconds: to press its scripts into their quickest shape takes longer than it saves.
      args: ['--js-flags=--no-turbofan', '--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'],
    },
  },
  webServer: [...DEMOS.map((port, i) => server(port, `demo${i}`, '', i === 0 ? built : `${join(home, 'demo0')}/.`)), server(EMPTY, 'empty', '--no-demo')],
})
