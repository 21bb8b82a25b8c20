import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ensureChromium, ensureDependencies, freePort, ROOT, startServer } from './lib.mjs';

/**
 * Proof that the tests catch what breaks: `npm run mutants`. Each mutant of `scripts/mutants.json` changes one place of a copy of the source;
 * then the tests that are related to it run, the browser's where it breaks a screen ("see"). One that lives through the quick suite is put
 * to the whole one. `npm run mutants -- 3 17` tries those alone.
 *
 * A mutant whose text is not found is a fault: then the source has moved on, and the table says nothing any more.
 */
const MUTANTS = JSON.parse(readFileSync(new URL('./mutants.json', import.meta.url), 'utf8'));
/** How many of them the quick suite must catch; the whole one catches all. */
const LEAST_QUICK = 0.85;

const copy = path.join(ROOT, '.test', 'mutants');
const wanted = process.argv.slice(2).map(Number);
const [chromium] = await Promise.all([ensureChromium(), ensureDependencies()]);
layOut();

// A copy in which a test fails by itself would catch every mutant.
const broken = wanted.length > 0 ? undefined : unit(['run'], 'quick');
if (broken !== undefined) throw new Error(`The tests fail before anything is broken: ${broken}`);

const rows = [];
for (const [i, mutant] of MUTANTS.entries()) {
  if (wanted.length > 0 && !wanted.includes(i + 1)) continue;
  const row = { number: i + 1, ...mutant, ...(await tried(mutant)) };
  rows.push(row);
  console.log(told(row));
}
rmSync(copy, { recursive: true, force: true });

const quick = rows.filter(({ by }) => by === 'npm test').length;
const lived = rows.filter(({ by }) => by === undefined).length;
console.log(
  `\n${rows.length} mutants: ${quick} caught by npm test, ${rows.length - quick - lived} more by npm run test:all, ${lived} lived.`,
);
process.exit(lived > 0 || quick < LEAST_QUICK * rows.length ? 1 : 0);

/** The tree as git knows it, changes that are not committed among it, and the packages by hard links: a bundler follows no link out of its tree. */
function layOut() {
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(copy, { recursive: true });
  const { stdout } = spawnSync('git', ['ls-files', '-z', '--cached', '--others', '--exclude-standard'], { cwd: ROOT });
  for (const file of String(stdout).split('\0').filter(Boolean))
    if (existsSync(path.join(ROOT, file))) cpSync(path.join(ROOT, file), path.join(copy, file));
  const linked = spawnSync('cp', ['-al', path.join(ROOT, 'node_modules'), path.join(copy, 'node_modules')]);
  if (linked.status !== 0) throw new Error(String(linked.stderr));
}

/** Breaks one place, runs what is related, and mends it again. */
async function tried({ file, from, to, see }) {
  const at = path.join(copy, file);
  const sound = readFileSync(at, 'utf8');
  if (sound.split(from).length !== 2) throw new Error(`${file} holds ${sound.split(from).length - 1} times: ${from}`);
  writeFileSync(
    at,
    sound.replace(from, () => to),
  );
  try {
    for (const [by, tier] of [
      ['npm test', 'quick'],
      ['npm run test:all', 'all'],
    ]) {
      const caught = see ? await browse(see, tier) : relate(file, tier);
      if (caught !== undefined) return { by, caught };
    }
    return {};
  } finally {
    writeFileSync(at, sound);
  }
}

function inCopy(tool, args, env) {
  return spawnSync(process.execPath, [path.join(copy, 'node_modules', tool), ...args], {
    cwd: copy,
    encoding: 'utf8',
    env: { ...process.env, WORK_BOOK: '', ...env },
    maxBuffer: 1e9,
  });
}

/** The first unit test related to a file that fails; undefined where all pass. */
function relate(file, tier) {
  return unit(['related', file, '--run'], tier);
}

function unit(which, tier) {
  const out = path.join(copy, 'related.json');
  rmSync(out, { force: true });
  inCopy(
    'vitest/vitest.mjs',
    [...which, '--bail=1', '--passWithNoTests', '--reporter=json', `--outputFile.json=${out}`],
    { TIER: tier },
  );
  const { success, testResults } = JSON.parse(readFileSync(out, 'utf8'));
  const failed = testResults.flatMap(({ name, message, assertionResults }) => {
    const [test] = assertionResults.filter(({ status }) => status === 'failed');
    return test || message ? [`${path.relative(copy, name)}: ${test?.fullName ?? message.split('\n')[0]}`] : [];
  });
  return success ? undefined : (failed[0] ?? 'a file that could not be read');
}

/** The first browser test of some files that fails on a build of the copy; undefined where all pass. */
async function browse(specs, tier) {
  const built = inCopy('next/dist/bin/next', ['build'], {});
  if (built.status !== 0) return 'the production build';
  inCopy('../scripts/service-worker.mjs', [], {});
  const port = await freePort();
  const server = await startServer(port, 'ignore', copy);
  const out = path.join(copy, 'browser.json');
  rmSync(out, { force: true });
  inCopy('@playwright/test/cli.js', ['test', ...specs, '--max-failures=1', '--reporter=json', '--timeout=60000'], {
    TIER: tier,
    CHROMIUM: chromium,
    BASE_URL: `http://localhost:${port}`,
    PLAYWRIGHT_JSON_OUTPUT_NAME: out,
  });
  server.kill();
  const failed = ({ specs: own = [], suites = [] }, file) => [
    ...own.filter(({ ok }) => !ok).map(({ title }) => `e2e/${file}: ${title}`),
    ...suites.flatMap((suite) => failed(suite, file)),
  ];
  return JSON.parse(readFileSync(out, 'utf8')).suites.flatMap((suite) => failed(suite, suite.title))[0];
}

function told({ number, breaks, by, caught }) {
  return `| ${number} | ${breaks} | ${by ?? 'LIVED'} | ${caught ?? ''} |`;
}
