import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import {
  ensureBuild,
  ensureChromium,
  ensureDependencies,
  fail,
  freePort,
  ROOT,
  run,
  startServer,
  tool,
  toolAside,
} from './lib.mjs';
import { withinBudget } from './work-budget.mjs';

/**
 * The test commands: `npm test` runs the quick suite, `npm run test:all` the whole. Each sets up what it needs, then format, lint, types
 * and production build, unit tests and browser tests; the whole one makes the attacks besides. Each of format, lint, types, build, the attacks and
 * the budget of work counts as one check; the last
 * line adds up all of them.
 */
const WHOLE = process.argv.includes('all');
/** How often each attack is made in the whole suite; by hand it is made more often. */
const ATTACKS = '4';
const results = path.join(ROOT, '.test');
const workSnapshot = path.join(results, 'work');
const total = { passed: 0, failed: 0 };
const slowest = [];
const began = performance.now();
// Read by the tests (`src/testing/`) and by the lint.
Object.assign(process.env, { TIER: WHOLE ? 'all' : 'quick', WORK_BOOK: workSnapshot });

// npm and the system's packages come from different places, so they are fetched at the same time.
const [chromium] = await stage('Setting up', () => Promise.all([ensureChromium(), ensureDependencies()]));
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
writeFileSync(workSnapshot, '');

// What keeps one core busy runs beside what keeps the other.
const built = await stage('Format, lint, types and production build', async () => {
  const [{ linted, formatted }, { typed, built }] = await Promise.all([readTheSource(), checkAndBuild()]);
  for (const passed of [linted, formatted, typed, built]) total[passed ? 'passed' : 'failed'] += 1;
  return built;
});

await stage('Unit tests', () => {
  const unitFile = path.join(results, 'unit.json');
  tool('vitest/vitest.mjs', ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unitFile}`]);
  count('unit tests', unitFile, ({ numPassedTests, numFailedTests, success, testResults }) => {
    for (const { name, assertionResults } of testResults)
      for (const { fullName, duration } of assertionResults)
        slowest.push({ ms: duration ?? 0, what: `${path.relative(ROOT, name)}: ${fullName}` });
    return { passed: numPassedTests, failed: success ? numFailedTests : Math.max(1, numFailedTests) };
  });
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
    count('browser tests', browserFile, ({ suites, stats, errors }) => {
      for (const suite of suites) slowest.push(...timesOf(suite, suite.title));
      return { passed: stats.expected, failed: stats.unexpected + stats.flaky + errors.length };
    });
  }
});

if (WHOLE && chromium && built)
  await stage('Attacks', () => {
    const { status } = run(process.execPath, [path.join(ROOT, 'scripts', 'attack.mjs'), ATTACKS]);
    total[status === 0 ? 'passed' : 'failed'] += 1;
  });

console.log('\n— The ten slowest tests');
for (const { ms, what } of slowest.toSorted((a, b) => b.ms - a.ms).slice(0, 10))
  console.log(`  ${(ms / 1000).toFixed(1).padStart(5)} s  ${what}`);

console.log('\n— Work done');
total[withinBudget(readFileSync(workSnapshot, 'utf8'), WHOLE) ? 'passed' : 'failed'] += 1;

console.log(`\nAll of it took ${seconds(began)}.`);
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed > 0 ? 1 : 0);

/** Of the lint the quick suite leaves out the rules that compile each component; the whole one has them. */
async function readTheSource() {
  const linted = await toolAside('eslint/bin/eslint.js', ['.', '--max-warnings', '0']);
  return { linted, formatted: await toolAside('prettier/bin/prettier.cjs', ['--check', '--log-level', 'warn', '.']) };
}

/**
 * One after another: the types of the routes are written before the check reads them, and the build writes in the same folder.
 * The native compiler checks in a fifth of the time; the other is there for the lint and the build, which ask for it.
 */
async function checkAndBuild() {
  const typed =
    (await toolAside('next/dist/bin/next', ['typegen'])) &&
    (await toolAside('typescript-native/bin/tsc', ['--noEmit']));
  return { typed, built: await ensureBuild() };
}

/** What each test of a suite of the browser's took. */
function timesOf({ specs = [], suites = [] }, file) {
  return [
    ...specs.map(({ title, tests }) => ({
      ms: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration, 0),
      what: `e2e/${file}: ${title}`,
    })),
    ...suites.flatMap((suite) => timesOf(suite, file)),
  ];
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
