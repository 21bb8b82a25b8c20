import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM_ARGS } from '../lib.mjs';

/** What a keeper does, for the attacks: by the names on the screen, and without waiting longer than they would. */

/** What came of an attack. */
export const nothing = () => ({ tried: 0, lost: 0, doubled: 0, wrong: 0, told: [] });

export async function begin(executablePath, profile) {
  const context = await chromium.launchPersistentContext(profile, {
    executablePath,
    args: CHROMIUM_ARGS,
    acceptDownloads: true,
  });
  // A machine that does other work besides is slow, and not wrong.
  context.setDefaultTimeout(120_000);
  return context;
}

/** A browser with a profile of its own, which is ended and removed with it, whatever happens. */
export async function withBrowser(executablePath, work) {
  const profile = mkdtempSync(path.join(tmpdir(), 'attack-'));
  const opened = [];
  const open = async () => {
    const context = await begin(executablePath, profile);
    opened.push(context);
    return context;
  };
  try {
    return await work({ open, kill: () => spawnSync('pkill', ['-9', '-f', profile]) });
  } finally {
    for (const context of opened) await context.close().catch(() => undefined);
    spawnSync('pkill', ['-9', '-f', profile]);
    rmSync(profile, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 });
  }
}

export async function makeTank(page, base, name = 'Bay Window') {
  await page.goto(`${base}/mine/new`);
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Display').fill('300');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await page.getByRole('heading', { name: `What needs doing at ${name}?` }).waitFor();
}

export function field(page) {
  return page.getByRole('textbox', { name: /^Jot tests/ });
}

/** Jots a line and waits until it is filed: from then on it must not be lost. */
export async function jot(page, line) {
  await field(page).fill(line);
  await field(page).press('Enter');
  await emptied(page);
}

export async function emptied(page, within = 60_000) {
  for (let waited = 0; waited < within; waited += 20) {
    if ((await field(page).inputValue()) === '') return;
    await page.waitForTimeout(20);
  }
  throw new Error(
    `never filed: ${await field(page).inputValue()}; ${(await page.locator('[role=alert], [role=status]').allInnerTexts()).join(' | ')}`,
  );
}

/** Takes the copy that is offered; whether one was. */
export async function broughtBack(page) {
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

/** The record as an exported file holds it. */
export async function exported(page, base) {
  await page.goto(`${base}/mine/record`);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export everything' }).first().click();
  const stream = await (await download).createReadStream();
  let text = '';
  for await (const part of stream) text += part;
  return JSON.parse(text);
}

/** Calcium of every entry. */
export async function calciumOf(page, base) {
  const { entries } = await exported(page, base);
  return entries.map(({ values }) => Math.round(values?.calcium ?? 0));
}

/** How many of what was filed are not there, or there twice, and how many are there that were never typed. */
export function compared(filed, there, alsoTyped = []) {
  return {
    tried: filed.length,
    lost: filed.filter((value) => !there.includes(value)).length,
    doubled: there.filter((value, i) => there.indexOf(value) !== i).length,
    wrong: there.filter((value) => !filed.includes(value) && !alsoTyped.includes(value)).length,
  };
}
