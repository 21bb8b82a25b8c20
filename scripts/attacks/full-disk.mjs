import { spawnSync } from 'node:child_process';
import { closeSync, mkdirSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM_ARGS, freePort, startServer } from '../lib.mjs';

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

/** The disks there are here: none where they cannot be mounted. */
export const DISKS = process.platform === 'linux' && process.getuid?.() === 0 ? ['tmpfs', 'ext4'] : [];

/** @returns a line of what came of one run, and how many entries were tried, lost, doubled and wrong */
export async function fullDisk({ executablePath, run, disk: kind }) {
  const port = await freePort();
  const server = await startServer(port);
  const disk = mount(kind);
  try {
    if (!disk) return { told: `${kind}: not to be had here`, tried: 0, lost: 0, doubled: 0, wrong: 0 };
    const way = WAYS[run % WAYS.length];
    // Every other time the room kept back is there to be given up; else it is used up already.
    const room = Math.floor(run / WAYS.length) % 2 === 0;
    const told = await survives({ disk, executablePath, base: `http://localhost:${port}`, way, room });
    return { ...told, told: `${kind}, ${way}${room ? ', room kept back' : ''}: ${told.told}` };
  } finally {
    server.kill();
    disk?.away();
  }
}

/** One record, kept through a full disk and two restarts. */
async function survives({ disk, executablePath, base, way, room }) {
  const profile = path.join(disk.at, 'profile');
  const begin = () =>
    chromium.launchPersistentContext(profile, { executablePath, args: CHROMIUM_ARGS, acceptDownloads: true });
  const saved = [];
  const said = (text) => process.env.TELL && console.log(`  ${new Date().toISOString().slice(14, 23)} ${text}`);
  const log = async (page, value) => {
    await jot(page, `ca ${value}`);
    saved.push(value);
  };
  let context = await begin();
  try {
    let page = await context.newPage();
    page.on('console', (message) => said(message.text().slice(0, 300)));
    page.on('pageerror', (error) => said(String(error)));
    page.on('requestfailed', (request) => said(`${request.url()} ${request.failure()?.errorText}`));
    await page.goto(`${base}/mine/new`);
    await page.getByLabel('Name').fill('Bay Window');
    await page.getByLabel('Display').fill('300');
    await page.getByRole('button', { name: 'Add this tank' }).click();
    await page.getByRole('heading', { name: /What needs doing/ }).waitFor();
    for (let i = 0; i < 12; i++) await log(page, 400 + i);
    await page.goto(`${base}/mine/record`);
    await page.getByRole('region', { name: 'Copies' }).getByText('beside the database').first().waitFor();
    // Local storage is written some seconds after it is told; a disk does not fill at once.
    await page.waitForTimeout(7000);
    await page.goto(`${base}/mine`);
    await page.getByRole('heading', { name: /What needs doing/ }).waitFor();
    await kept(page, room);

    // What is freed is used up as well, as soon as it is there.
    fill(disk);
    const filling = setInterval(() => fill(disk), 15);
    const full = page.getByRole('alert').filter({ hasText: 'storage is full' }).first();
    // Saved after all: in the room kept back, or in what the browser freed by throwing its database away.
    const told = page
      .locator('[role=alert], [role=status]')
      .filter({ hasText: /The disk (is|was) full\. / })
      .first();
    let refused;
    let gaveRoom = false;
    for (let i = 12; i < 120 && refused === undefined; i++) {
      await field(page).fill(`ca ${400 + i}`);
      await field(page).press('Enter');
      await Promise.race([full.waitFor({ timeout: 60_000 }), emptied(page)]);
      said(`${400 + i}: ${(await page.getByRole('alert').allInnerTexts()).join(' | ').slice(0, 120)}`);
      if (await full.isVisible()) refused = 400 + i;
      else saved.push(400 + i);
      gaveRoom ||= await told.isVisible();
    }
    clearInterval(filling);
    said(`refused ${refused}`);
    if (refused === undefined && !gaveRoom) throw new Error('a full disk was never told of');
    const download = page.waitForEvent('download', { timeout: 5000 }).catch(() => undefined);
    await page.getByRole('button', { name: 'Export everything' }).first().click({ timeout: 10_000 });
    const exported = (await download) !== undefined;

    if (way === 'restart') {
      // Room is made, and the browser restarted without a look at the page.
      empty(disk);
      await context.close();
    } else {
      empty(disk);
      if (way === 'try-again' && refused !== undefined) {
        await page.getByRole('button', { name: 'Try again' }).first().click();
        await full.waitFor({ state: 'hidden' });
      }
      if (way === 'reload') {
        await page.reload();
        await shown(page);
        await broughtBack(page);
      }
      // The refused line stands where it was typed, and Enter files it.
      await field(page).waitFor();
      if (refused !== undefined) await log(page, refused);
      await log(page, 530);
      await page.waitForTimeout(8000);
      await context.close();
    }

    const ways = [];
    for (let restart = 0; restart < 2; restart++) {
      context = await begin();
      page = await context.newPage();
      await page.goto(`${base}/mine`);
      await shown(page);
      ways.push((await broughtBack(page)) ? 'from a copy' : 'in the database');
      if (restart === 0) {
        // It goes on being kept.
        await field(page).waitFor({ timeout: 20_000 });
        await log(page, 540);
        await page.waitForTimeout(7000);
        await context.close();
      }
    }
    const values = await exportedValues(page, base);
    said(values.join(' '));
    const lost = saved.filter((value) => !values.includes(value));
    const doubled = values.filter((value, i) => values.indexOf(value) !== i);
    const strange = values.filter((value) => !saved.includes(value) && value !== refused);
    return {
      told: `${saved.length} saved, ${lost.length} lost${lost.length > 0 ? ` (${lost.join(' ')})` : ''}; ${ways.join(', then ')}${exported ? '' : '; EXPORT NOT OFFERED'}${gaveRoom ? '; one saved after all' : ''}`,
      tried: saved.length,
      lost: lost.length,
      doubled: doubled.length,
      wrong: strange.length + (exported ? 0 : 1),
    };
  } finally {
    await context.close().catch(() => undefined);
  }
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

/** Takes the copy that is offered; whether one was. */
async function broughtBack(page) {
  const back = page.getByRole('button', { name: 'Bring it back' });
  await page.waitForTimeout(500);
  if (!(await back.isVisible())) return false;
  await back.click();
  await back.waitFor({ state: 'hidden' }).catch(async (error) => {
    throw new Error(`${String(error).split('\n')[0]}: ${(await page.locator('body').innerText()).slice(0, 900)}`);
  });
  await page.goto(page.url().replace(/\/mine.*/, '/mine'));
  return true;
}

/** Calcium of every entry, as an exported file holds it. */
async function exportedValues(page, base) {
  await page.goto(`${base}/mine/record`);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export everything' }).first().click();
  const stream = await (await download).createReadStream();
  let text = '';
  for await (const part of stream) text += part;
  return JSON.parse(text).entries.map(({ values }) => Math.round(values?.calcium ?? 0));
}

function field(page) {
  return page.getByRole('textbox', { name: /^Jot tests/ });
}
async function jot(page, line) {
  await field(page).fill(line);
  await field(page).press('Enter');
  await emptied(page);
}
async function emptied(page) {
  for (let waited = 0; waited < 60_000; waited += 50) {
    if ((await field(page).inputValue()) === '') return;
    await page.waitForTimeout(50);
    // What is refused once more is tried once more: a keeper presses Enter again.
    if (waited % 10_000 === 9_950) await field(page).press('Enter');
  }
  throw new Error(
    `never filed: ${await field(page).inputValue()}; ${(await page.locator('[role=alert], [role=status]').allInnerTexts()).join(' | ')}`,
  );
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
    for (let i = 0; i < 20 && !quiet('umount', [at]); i++) quiet('sleep', ['0.25']);
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
  mkdirSync(path.join(disk.at, 'filler'), { recursive: true });
  for (const size of [1 << 20, 1 << 14, 1 << 12, 512, 1]) {
    const file = openSync(path.join(disk.at, 'filler', `${size}-${Date.now()}`), 'w');
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
  rmSync(path.join(disk.at, 'filler'), { recursive: true, force: true });
  spawnSync('sync');
}
