import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import {
  ensureBuild,
  ensureChromium,
  ensureDependencies,
  fail,
  freePort,
  ROOT,
  startServer,
  tool,
  toolAside,
} from './lib.mjs';

/**
 * The one test command: sets up what it needs, then format, lint and types, unit tests, production build and browser
 * tests. Each of format, lint, types and build counts as one check; the last line adds up all of them.
 * Two cores are planned for: what keeps one core busy runs beside another such; the test runners take both.
 */
const results = path.join(ROOT, '.test');
const total = { passed: 0, failed: 0 };
const began = performance.now();

// npm and the system's packages come from different places, so they are fetched at the same time.
const [chromium] = await stage('Setting up', () => Promise.all([ensureChromium(), ensureDependencies()]));
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

// What keeps one core busy runs beside what keeps the other: the lint beside all the rest that needs no test runner.
const built = await stage('Format, lint, types and production build', async () => {
  const [linted, { formatted, typed, built }] = await Promise.all([
    toolAside('eslint/bin/eslint.js', ['.', '--max-warnings', '0']),
    checkAndBuild(),
  ]);
  for (const passed of [linted, formatted, typed, built]) total[passed ? 'passed' : 'failed'] += 1;
  return built;
});

await stage('Unit tests', () => {
  const unitFile = path.join(results, 'unit.json');
  tool('vitest/vitest.mjs', ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unitFile}`]);
  count('unit tests', unitFile, ({ numPassedTests, numFailedTests, success }) => ({
    passed: numPassedTests,
    failed: success ? numFailedTests : Math.max(1, numFailedTests),
  }));
});

await stage('Browser tests', async () => {
  if (!chromium) {
    console.error(
      'Chromium is missing and could not be installed. Install Debian’s package "chromium-headless-shell", or name one with CHROMIUM=/path/to/chromium, and run again.',
    );
    total.failed += 1;
  } else if (built) {
    const port = await freePort();
    const server = await startServer(port);
    const browserFile = path.join(results, 'browser.json');
    tool('@playwright/test/cli.js', ['test'], {
      env: {
        ...process.env,
        CHROMIUM: chromium,
        BASE_URL: `http://localhost:${port}`,
        PLAYWRIGHT_JSON_OUTPUT_NAME: browserFile,
      },
    });
    server.kill();
    count('browser tests', browserFile, ({ stats, errors }) => ({
      passed: stats.expected + stats.flaky,
      failed: stats.unexpected + errors.length,
    }));
  }
});

console.log(`\nAll of it took ${seconds(began)}.`);
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed > 0 ? 1 : 0);

/**
 * One after another: the types of the routes are written before the check reads them, and the build writes in the same folder.
 * The native compiler checks in a fifth of the time; the other is there for the lint and the build, which ask for it.
 */
async function checkAndBuild() {
  const formatted = await toolAside('prettier/bin/prettier.cjs', ['--check', '--log-level', 'warn', '.']);
  const typed =
    (await toolAside('next/dist/bin/next', ['typegen'])) &&
    (await toolAside('typescript-native/bin/tsc', ['--noEmit']));
  return { formatted, typed, built: await ensureBuild() };
}

/** Runs a stage under its title and says what it took. */
async function stage(words, work) {
  console.log(`\n— ${words}`);
  const start = performance.now();
  const outcome = await work();
  console.log(`  ${words}: ${seconds(start)}`);
  return outcome;
}

function seconds(since) {
  return `${((performance.now() - since) / 1000).toFixed(1)} s`;
}

/** A runner that leaves no result counts as failed: silence is not success. */
function count(words, file, read) {
  try {
    const { passed, failed } = read(JSON.parse(readFileSync(file, 'utf8')));
    if (passed + failed === 0) fail(`No ${words} ran.`);
    total.passed += passed;
    total.failed += failed;
  } catch {
    console.error(`The ${words} left no result.`);
    total.failed += 1;
  }
}
