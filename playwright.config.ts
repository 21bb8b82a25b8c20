import { defineConfig } from '@playwright/test';
import pinned from './scripts/pinned-moment.json' with { type: 'json' };

/** Drives the built product; `npm test` starts the server and says where it and Chromium stand. */
export default defineConfig({
  testDir: 'e2e',
  timeout: 45_000,
  expect: { timeout: 8000 },
  fullyParallel: true,
  workers: 2,
  // A machine that builds and browses at once may starve a page; a second failure is a failure.
  retries: process.env.CI ? 1 : 0,
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
      ],
    },
  },
});
