import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import pinned from './scripts/pinned-moment.json' with { type: 'json' };

// Before any worker starts: a test that asks the machine for its zone is answered the same everywhere.
process.env.TZ = pinned.zone;

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['src/**/*.test.ts', 'scripts/**/*.test.ts'],
    environment: 'node',
    setupFiles: ['scripts/set-the-clock.ts'],
    // No test fails by a clock, however busy the machine; one that hangs is ended all the same.
    testTimeout: 1_800_000,
    hookTimeout: 1_800_000,
    // No test leaves anything behind for the next, so each worker loads the core once.
    isolate: false,
    // All there are: nothing else runs beside the tests.
    maxWorkers: '100%',
  },
});
