import { spawnSync } from 'node:child_process';
import { closeSync, mkdirSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { begin, broughtBack, calciumOf, compared, emptied, field, jot, makeTank, nothing } from './steps.mjs';

/**
 * A real full disk. The browser's whole profile lies on a small file system of its own, which is filled to the last byte while a record
 * is kept; the keeper goes on until an entry is refused, makes room, and goes on in one of four ways; then the browser is restarted, and
 * restarted again. All that was told to be saved must be there: in the record, or in the copy it offers.
 *
 * It mounts file systems, so it runs on Linux as root; `e2e/survives.spec.ts` plays a full disk.
 */
const SIZE_MB = 260;

/** How a keeper goes on once there is room, or without. */
const WAYS = ['enter', 'try-again', 'reload', 'restart'];

/** The disks that are tried, where they can be mounted. */
const DISKS = ['tmpfs', 'ext4'];

export async function fullDisk({ base, executablePath, count }) {
  const result = nothing();
  if (process.platform !== 'linux' || process.getuid?.() !== 0) {
    result.told.push('not tried: it mounts file systems, on Linux and as root');
    return result;
  }
  for (const kind of DISKS)
    for (let run = 0; run < count; run++) {
      const disk = mount(kind);
      if (!disk) {
        result.told.push(`${kind}: not to be had here`);
        break;
      }
      // In turn each way, first with room kept back and then without.
      const [way, room] = [WAYS[run % WAYS.length], Math.floor(run / WAYS.length) % 2 === 0];
      const words = `${kind}, ${way}${room ? ', room kept back' : ''}`;
      try {
        const found = await survives({ disk, executablePath, base, way, room });
        for (const key of ['tried', 'lost', 'doubled', 'wrong']) result[key] += found[key];
        result.told.push(`${words}: ${found.told}`);
      } catch (error) {
        result.wrong += 1;
        result.told.push(`${words}: ${String(error).slice(0, 400)}`);
      } finally {
        disk.away();
      }
    }
  return result;
}

/** One record, kept through a full disk and two restarts. */
async function survives({ disk, executablePath, base, way, room }) {
  const profile = path.join(disk.at, 'profile');
  const saved = [];
  const log = async (page, value) => {
    await jot(page, `ca ${value}`);
    saved.push(value);
  };
  let context = await begin(executablePath, profile);
  try {
    let page = await context.newPage();
    await makeTank(page, base);
    for (let i = 0; i < 12; i++) await log(page, 400 + i);
    await page.goto(`${base}/mine/record`);
    await page.getByRole('region', { name: 'Copies' }).getByText('beside the database').first().waitFor();
    // Local storage is written some seconds after it is told; a disk does not fill at once.
    await page.waitForTimeout(7000);
    await page.goto(`${base}/mine`);
    await shown(page);
    await kept(page, room);
    const { refused, savedAfterAll, offered } = await untilRefused(page, disk, saved);
    empty(disk);
    if (way === 'restart') await context.close();
    else {
      if (way === 'try-again' && refused !== undefined) await tryAgain(page);
      if (way === 'reload') {
        await page.reload();
        await shown(page);
        await broughtBack(page);
      }
      await field(page).waitFor();
      if (refused !== undefined) {
        // A keeper who is refused once more does what the banner says.
        for (let i = 0; i < 4 && !(await filed(page, refused)); i++) await tryAgain(page);
        saved.push(refused);
      }
      await log(page, 530);
      await page.waitForTimeout(8000);
      await context.close();
    }
    const ways = [];
    for (const restart of [1, 2]) {
      context = await begin(executablePath, profile);
      page = await context.newPage();
      await page.goto(`${base}/mine`);
      await shown(page);
      ways.push((await broughtBack(page)) ? 'from a copy' : 'in the database');
      if (restart === 2) break;
      // It goes on being kept.
      await field(page).waitFor({ timeout: 20_000 });
      await log(page, 540);
      await page.waitForTimeout(7000);
      await context.close();
    }
    const found = compared(saved, await calciumOf(page, base), [refused]);
    const words = `${saved.length} saved, ${found.lost} lost; ${ways.join(', then ')}`;
    return {
      ...found,
      wrong: found.wrong + (offered ? 0 : 1),
      told: `${words}${offered ? '' : '; the export was not offered'}${savedAfterAll ? '; some saved after all' : ''}`,
    };
  } finally {
    await context.close().catch(() => undefined);
  }
}

/** Fills the disk and goes on filing until a line is refused; what is freed is used up as well, as soon as it is there. */
async function untilRefused(page, disk, saved) {
  fill(disk);
  const filling = setInterval(() => fill(disk), 15);
  const full = page.getByRole('alert').filter({ hasText: 'storage is full' }).first();
  // Saved after all: in the room kept back, or in what the browser freed by throwing its database away.
  const after = page.locator('[role=alert], [role=status]').filter({ hasText: /The disk (is|was) full\. / });
  let refused;
  let savedAfterAll = false;
  try {
    for (let value = 412; value < 520 && refused === undefined; value++) {
      await field(page).fill(`ca ${value}`);
      await field(page).press('Enter');
      await Promise.race([full.waitFor({ timeout: 180_000 }), emptied(page, 180_000)]);
      if (await full.isVisible()) refused = value;
      else saved.push(value);
      savedAfterAll ||= await after.first().isVisible();
    }
  } finally {
    clearInterval(filling);
  }
  if (refused === undefined && !savedAfterAll) throw new Error('a full disk was never told of');
  const download = page.waitForEvent('download', { timeout: 5000 }).catch(() => undefined);
  await page.getByRole('button', { name: 'Export everything' }).first().click({ timeout: 10_000 });
  return { refused, savedAfterAll, offered: (await download) !== undefined };
}

/** Has room kept back, or none. */
async function kept(page, room) {
  await page.evaluate(async (wanted) => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('room', { create: true });
    for (let i = 0; i < 100; i++) {
      const there = await folder.getFileHandle('kept-room').then(
        async (file) => (await file.getFile()).size > 20_000_000,
        () => false,
      );
      if (there) break;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    if (!wanted) await folder.removeEntry('kept-room').catch(() => undefined);
  }, room);
}

/** Waits until a page says something of the record. */
async function shown(page) {
  await page
    .getByText(/What needs doing|First steps|no tank at this address|cannot open the record/)
    .first()
    .waitFor();
  await page.waitForTimeout(1500);
}

/** Files a line; whether it was taken. */
async function filed(page, value) {
  await field(page).fill(`ca ${value}`);
  await field(page).press('Enter');
  return emptied(page, 25_000).then(
    () => true,
    () => false,
  );
}

/** Presses what the banner offers. The page may be loaded anew by that, and offer its copy. */
async function tryAgain(page) {
  const button = page.getByRole('button', { name: 'Try again' }).first();
  if (await button.isVisible()) await button.click();
  await page.waitForTimeout(3000);
  await broughtBack(page);
  await field(page).waitFor();
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
    spawnSync('pkill', ['-9', '-f', at]);
    // The last of the browser lets go a moment later.
    let gone = false;
    for (let i = 0; i < 40 && !gone; i++) gone = quiet('umount', [at]) || !quiet('sleep', ['0.25']);
    if (!gone) quiet('umount', ['-l', at]);
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
  for (const size of [1 << 20, 1 << 14, 1 << 12, 512, 1]) {
    let file;
    try {
      mkdirSync(path.join(disk.at, 'filler'), { recursive: true });
      file = openSync(path.join(disk.at, 'filler', `${size}-${Date.now()}`), 'w');
      const block = Buffer.alloc(size, 1);
      for (let i = 0; i < 4096; i++) writeSync(file, block);
    } catch {
      // Full at this step.
    } finally {
      if (file !== undefined) closeSync(file);
    }
  }
}
function empty(disk) {
  rmSync(path.join(disk.at, 'filler'), { recursive: true, force: true });
  spawnSync('sync');
}
