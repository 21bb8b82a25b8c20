import { defineConfig } from '@playwright/test';
import pinned from './scripts/pinned-moment.json' with { type: 'json' };

/** Drives the built product; `npm test` starts the server and says where it and Chromium stand. */
export default defineConfig({
  testDir: 'e2e',
  // Long enough for a machine that is busy with other things: what waits for it costs nothing where all is well.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  fullyParallel: true,
  workers: 2,
  // What fails now and then is at fault: nothing is tried twice.
  retries: 0,
  reporter: [['dot'], ['json']],
  use: {
    baseURL: process.env.BASE_URL ?? 'http://localhost:3000',
    viewport: { width: 1280, height: 800 },
    timezoneId: pinned.zone,
    locale: 'en-GB',
    // Keeping the whole product in each test's browser would cost more than the test; `offline.spec.ts` lets it.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        // Two browsers keep two cores busy: a collector on threads of its own only takes turns with them.
        '--js-flags=--single-threaded-gc',
      ],
    },
  },
});
