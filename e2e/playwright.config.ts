import { defineConfig } from '@playwright/test';

/** On a processor that is made four times slower (scripts/journeys.mjs) everything may take that much longer. */
const patience = (process.env.VESTIBUL_WEATHER ?? '').includes('slow') ? 5 : 1;

/** The journeys: Debian's Chromium against the built application, each worker with a school of its own. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  outputDir: '../test-results',
  globalSetup: './support/makeDemo.ts',
  // Guards against hanging, not measures: where five other things want the two cores, the walk from an empty school by keyboard
  // has taken 156 seconds, and a page has been without a turn for ten.
  timeout: 600_000 * patience,
  expect: { timeout: 60_000 * patience },
  workers: 2,
  fullyParallel: true,
  retries: 0,
  reporter: [['list']],
  // Servers that are killed and started over and over take both cores from whatever runs beside them.
  projects: [
    { name: 'journeys', testIgnore: ['kill.spec.ts', 'trouble.spec.ts'] },
    { name: 'kill', testMatch: ['kill.spec.ts', 'trouble.spec.ts'], dependencies: ['journeys'] },
  ],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000 * patience,
    // Each press kept with the page as it was takes a sixth of the time; one that fails is run again with `--trace on`.
    trace: 'off',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        // A made-up camera, microphone and screen, so that recording can be tried anywhere.
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
      ],
    },
  },
});
