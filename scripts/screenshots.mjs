import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import {
  CHROMIUM_ARGS,
  ensureBuild,
  ensureChromium,
  ensureDependencies,
  fail,
  freePort,
  ROOT,
  startServer,
} from './lib.mjs';

/** Writes the current picture of each main view, from the demo at a fixed moment, to docs/screenshots. */
const { at: NOW, zone: ZONE } = JSON.parse(readFileSync(new URL('./pinned-moment.json', import.meta.url), 'utf8'));
const WIDE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const VIEWS = [
  ['today', '/demo/atrium/today', WIDE, 'day'],
  ['water-day', '/demo/atrium/water-day', WIDE, 'day', allTanks],
  ['log', '/demo/atrium/log', WIDE, 'day'],
  ['trends', '/demo/atrium/trends', WIDE, 'day'],
  ['ph', '/demo/atrium/ph', WIDE, 'day'],
  ['nutrients', '/demo/atrium/nutrients', WIDE, 'day'],
  ['what-changed', '/demo/atrium/what-changed', WIDE, 'night'],
  ['instruments', '/demo/atrium/instruments', WIDE, 'day'],
  ['ro-water', '/demo/atrium/ro-water', WIDE, 'day'],
  ['salt', '/demo/story-corner/salt', WIDE, 'night'],
  ['mixing', '/demo/atrium/mixing', WIDE, 'day'],
  ['water-change', '/demo/story-corner/water-change?as=routine', WIDE, 'day'],
  ['top-off', '/demo/atrium/top-off', WIDE, 'day'],
  ['dosing', '/demo/atrium/dosing', WIDE, 'day'],
  ['limewater', '/demo/atrium/limewater?as=hours', WIDE, 'day'],
  ['reactor', '/demo/atrium/reactor', WIDE, 'night'],
  ['new-tank', '/demo/back-room/new-tank', WIDE, 'day'],
  ['files', '/demo/atrium/log', WIDE, 'day', changed],
  ['phone-jot', '/demo/atrium/log', PHONE, 'night', jot],
];

await ensureDependencies();
const { chromium } = await import('@playwright/test');
const executablePath = (await ensureChromium()) ?? fail('Chromium is missing: install Debian’s package "chromium".');
if (!(await ensureBuild())) fail('The build failed.');
const port = await freePort();
const server = await startServer(port);
const base = `http://localhost:${port}`;
const folder = path.join(ROOT, 'docs', 'screenshots');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });

const browser = await chromium.launch({ executablePath, args: CHROMIUM_ARGS });
for (const [name, address, viewport, theme, before] of VIEWS) {
  const context = await browser.newContext({
    viewport,
    timezoneId: ZONE,
    locale: 'en-GB',
    hasTouch: viewport === PHONE,
    serviceWorkers: 'block',
  });
  await context.addCookies([{ name: 'mild-tide-theme', value: theme, url: base }]);
  const page = await context.newPage();
  await page.clock.setFixedTime(NOW);
  await page.goto(base + address);
  await page.getByRole('heading', { level: 1 }).waitFor();
  // A new tank's cycle is worked out beside the page.
  await page
    .getByText(/being read|Reading the cycle|Drawing what/)
    .first()
    .waitFor({ state: 'hidden' });
  await before?.(page);
  await drawn(page);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
  await context.close();
  console.log(`docs/screenshots/${name}.png`);
}
await browser.close();
server.kill();
process.exit(0);

/** Pictures are drawn once the answer stands, one after another: until nothing more has come for a while. */
async function drawn(page) {
  let [before, same] = [-1, 0];
  while (same < 3) {
    await page.waitForTimeout(700);
    const now = await page.locator('svg *').count();
    same = now === before ? same + 1 : 0;
    before = now;
  }
}

/** The record after a line was filed and another taken back. */
async function changed(page) {
  const line = page.getByRole('textbox', { name: /^Jot tests/ });
  for (const text of ['alk 7.5 ca 424', 'changed 40 l']) {
    await line.fill(text);
    await line.press('Enter');
    await page.waitForFunction(() => document.querySelector('input[placeholder^="Jot"]')?.value === '');
  }
  await page.keyboard.press('Escape');
  await page.keyboard.press('u');
  await page.keyboard.press('r');
  await page.getByRole('region', { name: 'Changes' }).waitFor();
  await page.getByRole('region', { name: 'Changes' }).getByText('Redo').waitFor();
}

async function allTanks(page) {
  for (const tank of ['Atrium', 'Back Room']) await page.getByRole('checkbox', { name: tank }).check();
}

async function jot(page) {
  await page.getByRole('textbox', { name: /^Jot tests/ }).fill('yesterday 8pm alk 8.1 ca 430 po4 0.045 sal 1.026');
}
