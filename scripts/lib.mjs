import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

/** What the two commands share: dependencies, a build that is fresh, a port, Chromium. Plain Node, since it runs before anything is installed. */
export const ROOT = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
process.env.NEXT_TELEMETRY_DISABLED = '1';

export function run(command, args, options = {}) {
  return spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
}

/** Runs a tool of the project's own, by its script, so that it is the same on every platform. */
export function tool(name, args, options = {}) {
  return run(process.execPath, [path.join(ROOT, 'node_modules', ...name.split('/')), ...args], options);
}

/** The same beside others: answers, once it ends, whether it ended well. */
export function toolAside(name, args) {
  return aside(process.execPath, [path.join(ROOT, 'node_modules', ...name.split('/')), ...args]);
}

function aside(command, args, options = {}) {
  const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  return new Promise((resolve) => {
    child.on('error', () => resolve(false));
    child.on('exit', (status) => resolve(status === 0));
  });
}

/** Installs what the lock file names when it is missing or the lock file is newer. */
export async function ensureDependencies() {
  const stamp = path.join(ROOT, 'node_modules', '.mild-tide-lock');
  const lock = createHash('sha256')
    .update(readFileSync(path.join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing dependencies…');
  // Not `npm ci`: it refuses a lock file that was written where optional builds for other platforms were not on offer.
  const installed = await aside('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error'], {
    shell: process.platform === 'win32',
  });
  if (!installed) fail('The dependencies could not be installed; npm says why above.');
  writeFileSync(stamp, lock);
}

/** Builds when anything the build is made from has changed since the last one. Answers whether the build stands. */
export async function ensureBuild() {
  const stamp = path.join(ROOT, '.next', 'mild-tide-build');
  const made = hashOf([
    'package-lock.json',
    'next.config.mjs',
    'postcss.config.mjs',
    'public/icons',
    'scripts/service-worker.mjs',
    'src',
  ]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === made) return true;
  console.log('Building…');
  if (!(await toolAside('next/dist/bin/next', ['build']))) return false;
  if (!(await aside(process.execPath, [path.join(ROOT, 'scripts', 'service-worker.mjs')]))) return false;
  mkdirSync(path.dirname(stamp), { recursive: true });
  writeFileSync(stamp, made);
  return true;
}

/** One hash over files and folders of the project, tests left out. */
export function hashOf(names) {
  const hash = createHash('sha256');
  const add = (name) => {
    const full = path.join(ROOT, name);
    if (!existsSync(full)) return;
    if (statSync(full).isDirectory()) for (const each of readdirSync(full).sort()) add(path.join(name, each));
    else if (!/\.test\.tsx?$/.test(name)) hash.update(name).update(readFileSync(full));
  };
  for (const name of names) add(name);
  return hash.digest('hex');
}

export function portIsFree(port) {
  return new Promise((resolve) => {
    const probe = createServer()
      .once('error', () => resolve(false))
      .once('listening', () => probe.close(() => resolve(true)));
    probe.listen(port);
  });
}

export function freePort() {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

/** Only this machine is answered unless LISTEN_ON says otherwise: nothing of the product asks who is there. */
const LISTEN_ON = process.env.LISTEN_ON ?? '127.0.0.1';

/** Starts the built server and waits until it answers. */
export async function startServer(port, stdio = 'ignore', root = ROOT) {
  const server = spawn(
    process.execPath,
    [path.join(root, 'node_modules/next/dist/bin/next'), 'start', '-H', LISTEN_ON, '-p', String(port)],
    { cwd: root, stdio },
  );
  for (let i = 0; i < 150; i++) {
    if (server.exitCode !== null) break;
    const answered = await fetch(`http://localhost:${port}/demo`).then(
      (response) => response.ok,
      () => false,
    );
    if (answered) return server;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  server.kill();
  fail('The server did not start.');
}

// The shell without a window is enough for tests and pictures, and starts and draws faster than the whole browser.
const CHROMIUM_PACKAGE = 'chromium-headless-shell';
const CHROMIUM_PLACES = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium', '/usr/bin/chromium-browser'];

/** Where Chromium stands; installed through apt when it is missing and that is permitted. */
export async function ensureChromium() {
  const found = [process.env.CHROMIUM, ...CHROMIUM_PLACES].find((place) => place && existsSync(place));
  if (found) return found;
  if (process.getuid?.() === 0 && spawnSync('apt-get', ['--version']).status === 0) {
    console.log('Installing Chromium…');
    const silent = { stdio: 'ignore' };
    await aside('apt-get', ['update', '-qq'], silent);
    for (const name of [CHROMIUM_PACKAGE, 'chromium'])
      if (await aside('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], silent)) break;
  }
  return CHROMIUM_PLACES.find((place) => existsSync(place));
}

/** Headless, offline in manner: no background connections of the browser's own. */
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export function fail(message) {
  console.error(message);
  process.exit(1);
}
