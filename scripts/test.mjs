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
 * The one test command: sets up what it needs, then format, lint, unit tests, production build, types and browser
 * tests. Each of format, lint, build and types counts as one check; the last line adds up all of them.
 */
const results = path.join(ROOT, '.test');
const total = { passed: 0, failed: 0 };

ensureDependencies();
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

title('Format and lint');
// Each keeps one core busy, so they go side by side.
for (const passed of await Promise.all([
  toolAside('prettier/bin/prettier.cjs', ['--check', '--log-level', 'warn', '.']),
  toolAside('eslint/bin/eslint.js', ['.', '--max-warnings', '0']),
]))
  total[passed ? 'passed' : 'failed'] += 1;

title('Unit tests');
const unitFile = path.join(results, 'unit.json');
tool('vitest/vitest.mjs', ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unitFile}`]);
count('unit tests', unitFile, ({ numPassedTests, numFailedTests, success }) => ({
  passed: numPassedTests,
  failed: success ? numFailedTests : Math.max(1, numFailedTests),
}));

const built = check('Production build', ensureBuild);
// The build writes the types of its routes, which the check of types reads.
check('Types', () => tool('typescript/bin/tsc', ['--noEmit']).status === 0);

const chromium = ensureChromium();
if (!chromium) {
  title('Browser tests');
  console.error(
    'Chromium is missing and could not be installed. Install Debian’s package "chromium", or name one with CHROMIUM=/path/to/chromium, and run again.',
  );
  total.failed += 1;
} else if (built) {
  title('Browser tests');
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

console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed > 0 ? 1 : 0);

function title(words) {
  console.log(`\n— ${words}`);
}

function check(words, passes) {
  title(words);
  const passed = passes();
  total[passed ? 'passed' : 'failed'] += 1;
  return passed;
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
