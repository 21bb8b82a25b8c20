import { spawnSync } from 'node:child_process';
import { closeSync, mkdirSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM_ARGS, ensureBuild, ensureChromium, ensureDependencies, fail, freePort, startServer } from './lib.mjs';

/**
 * A real full disk. The browser's whole profile lies on a small file system of its own, which is filled to the last byte while a record
 * is kept; an entry is refused, room is made, the entry is filed, and the browser is restarted. Whatever the browser then holds of its
 * database, all entries must be there, in the record or in the copy it offers.
 *
 *     npm run full-disk            three times on each kind of file system
 *     RUNS=10 npm run full-disk
 *
 * It mounts file systems, so it runs on Linux as root, and is no part of `npm test`; there `e2e/survives.spec.ts` plays a full disk.
 */
const RUNS = Number(process.env.RUNS ?? 3);
const SIZE_MB = 260;

if (process.platform !== 'linux' || process.getuid?.() !== 0)
  fail('This needs Linux and root: it mounts small file systems.');
await ensureDependencies();
if (!(await ensureBuild())) fail('The build failed; what went wrong stands above.');
const executablePath = await ensureChromium();
const port = await freePort();
const server = await startServer(port);
const base = `http://localhost:${port}`;

let kept = 0;
let tried = 0;
for (const kind of ['tmpfs', 'ext4']) {
  const disk = mount(kind);
  if (!disk) {
    console.log(`${kind}: not to be had here`);
    continue;
  }
  try {
    for (let run = 1; run <= RUNS; run++) {
      tried += 1;
      const told = await survives(disk.at).catch((error) => `failed: ${String(error).split('\n')[0]}`);
      if (told.startsWith('kept')) kept += 1;
      console.log(`${kind}, run ${run}: ${told}`);
    }
  } finally {
    disk.away();
  }
}
server.kill();
console.log(`\n${kept} of ${tried} records kept whole`);
process.exit(tried > 0 && kept === tried ? 0 : 1);

/** One record, kept through a full disk and a restart. */
async function survives(disk) {
  const profile = path.join(disk, 'profile');
  rmSync(profile, { recursive: true, force: true });
  empty(disk);
  let context = await open(profile);
  let page = await context.newPage();
  await page.goto(`${base}/mine/new`);
  await page.getByLabel('Name').fill('Bay Window');
  await page.getByLabel('Display').fill('300');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await page.getByRole('heading', { name: /What needs doing/ }).waitFor();
  for (let i = 0; i < 20; i++) await jot(page, `${20 - i} days ago alk ${(8.6 - i / 50).toFixed(2)}`);
  await page.goto(`${base}/mine/record`);
  await page.getByRole('region', { name: 'Copies' }).getByText('1 tank, 20 entries').waitFor({ timeout: 30_000 });
  await page.goto(`${base}/mine`);
  await page.getByRole('heading', { name: /What needs doing/ }).waitFor();

  fill(disk);
  // A record's last block may still have room: it is written to until it is refused.
  let filed = 20;
  const full = page.getByRole('alert').filter({ hasText: 'storage is full' }).first();
  for (let i = 0; i < 40 && !(await full.isVisible()); i++) {
    await field(page).fill(`ca ${400 + i}`);
    await field(page).press('Enter');
    await Promise.race([full.waitFor({ timeout: 40_000 }), emptied(page)]);
    if (!(await full.isVisible())) filed += 1;
  }
  if (!(await full.isVisible())) throw new Error('a full disk was never told of');
  const saved = page.waitForEvent('download', { timeout: 5000 }).catch(() => undefined);
  await page.getByRole('button', { name: 'Export everything' }).click();
  const offered = (await saved) !== undefined;

  empty(disk);
  await field(page).press('Enter');
  await emptied(page);
  filed += 1;
  // The copy is written beside the page, soon after.
  await page.waitForTimeout(6000);
  await context.close();

  context = await open(profile);
  page = await context.newPage();
  await page.goto(`${base}/mine`);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  await page.waitForTimeout(1500);
  const back = page.getByRole('button', { name: 'Bring it back' });
  const lost = await back.isVisible();
  if (lost) {
    await back.click();
    await back.waitFor({ state: 'hidden' });
  }
  await page.goto(`${base}/mine/record`);
  const answer = page.getByText(/entries for/);
  await answer.waitFor();
  const said = (await answer.innerText()).replace(/\s+/g, ' ');
  await context.close();
  if (!said.startsWith(`${filed} entries for 1 tank`)) return `lost: ${filed} were filed, the record says “${said}”`;
  return `kept: ${filed} entries, ${lost ? 'brought back from the copy' : 'in the database'}${offered ? '' : ', export not seen'}`;
}

function open(profile) {
  return chromium.launchPersistentContext(profile, { executablePath, args: CHROMIUM_ARGS, acceptDownloads: true });
}
function field(page) {
  return page.getByRole('textbox', { name: /^Jot tests/ });
}
async function jot(page, line) {
  await field(page).fill(line);
  await field(page).press('Enter');
  await emptied(page);
}
function emptied(page) {
  return page.waitForFunction(() => document.querySelector('[data-jot-line]')?.value === '', undefined, {
    timeout: 40_000,
  });
}

/** A small file system of a kind, or undefined where it cannot be mounted. */
function mount(kind) {
  const at = mkdtempSync(path.join(tmpdir(), `full-${kind}-`));
  const image = `${at}.img`;
  const done =
    kind === 'tmpfs'
      ? quiet('mount', ['-t', 'tmpfs', '-o', `size=${SIZE_MB}m`, 'tmpfs', at])
      : quiet('truncate', ['-s', `${SIZE_MB}M`, image]) &&
        quiet('mkfs.ext4', ['-q', '-F', '-m', '0', image]) &&
        quiet('mount', ['-o', 'loop', image, at]);
  const away = () => {
    quiet('umount', [at]);
    rmSync(image, { force: true });
    rmSync(at, { recursive: true, force: true });
  };
  if (done) return { at, away };
  away();
  return undefined;
}
function quiet(command, args) {
  return spawnSync(command, args, { stdio: 'ignore' }).status === 0;
}

/** Fills a disk to its last byte, in steps that get smaller. */
function fill(disk) {
  mkdirSync(path.join(disk, 'filler'), { recursive: true });
  for (const size of [1 << 20, 1 << 14, 1 << 12, 512, 1]) {
    const file = openSync(path.join(disk, 'filler', String(size)), 'w');
    try {
      const block = Buffer.alloc(size, 1);
      for (let i = 0; i < 4096; i++) writeSync(file, block);
    } catch {
      // Full at this step.
    } finally {
      closeSync(file);
    }
  }
}
function empty(disk) {
  rmSync(path.join(disk, 'filler'), { recursive: true, force: true });
  spawnSync('sync');
}
