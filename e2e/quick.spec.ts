import { gzipSync } from 'node:zlib';
import type { BrowserContext } from '@playwright/test';
import { BENCHES, type BenchPath } from '@/registry/benches';
import { writeFile } from '@/record/file';
import { grownSnapshot } from '../scripts/bench-growth';
import { answer, consumptionField, expect, goToBench, jot, NOW, openDemo, test, deep } from './steps';

/** What speed must not cost: that what stands on the screen is what is acted on, that nothing is lost, that nothing is fetched twice. */

test('a button pressed right after a key acts on the figure that was typed', async ({ page }) => {
  await openDemo(page, 'dosing');
  const set = page.getByRole('button', { name: 'Set these doses from now' });
  const notice = page.getByText(/^Set Carbonate part to/);
  await consumptionField(page).fill('1.1');
  await expect(answer(page)).toContainText('Carbonate part');
  await page.waitForTimeout(1000);
  await set.click();
  const waited = await notice.textContent();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(notice).toHaveCount(0);
  await consumptionField(page).fill('0.9');
  // A machine so slow that the bench has not followed yet.
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: 6 });
  await consumptionField(page).fill('1.1');
  await set.click();
  await expect(notice).toHaveText(waited ?? '');
});

test('a press stays with the button it was begun on when the page moves beneath it', async ({ page }) => {
  await openDemo(page, 'dosing');
  await consumptionField(page).fill('1.1');
  const set = page.getByRole('button', { name: 'Set these doses from now' });
  await expect(set).toBeEnabled();
  const shift = (by: number) =>
    page.evaluate((px) => {
      document.querySelector('main')?.style.setProperty('padding-top', `${px}px`);
    }, by);
  const centre = async () => {
    await set.scrollIntoViewIfNeeded();
    const box = await set.boundingBox();
    return { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + (box?.height ?? 0) / 2 };
  };
  const { x, y } = await centre();
  await page.mouse.move(x, y);
  await page.mouse.down();
  await shift(140);
  expect((await set.boundingBox())?.y).toBeGreaterThan(y + 60);
  await page.mouse.up();
  await expect(page.getByText(/^Set Carbonate part to/)).toBeVisible();
  // One that is drawn away before it is let go is taken back; a key's click is no press.
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText(/^Set Carbonate part to/)).toHaveCount(0);
  const again = await centre();
  await page.mouse.move(again.x, again.y);
  await page.mouse.down();
  await page.mouse.move(again.x, again.y - 60);
  await page.mouse.up();
  await page.getByRole('button', { name: 'Show the working' }).first().press('Enter');
  await expect(page.getByRole('button', { name: 'Hide the working' })).toBeVisible();
  await expect(page.getByText(/^Set Carbonate part to/)).toHaveCount(0);
});

test('from bench to bench nothing is asked of the server but files of code', async ({ page }) => {
  await openDemo(page, 'today');
  const asked: string[] = [];
  page.on('request', (request) => {
    const { pathname } = new URL(request.url());
    // The browser asks for the tab's icon by itself whenever the address changes.
    if (pathname === '/icon.svg') return;
    if (!pathname.startsWith('/_next/static/') || asked.includes(request.url())) asked.push(request.url());
  });
  for (const bench of ['top-off', 'dosing', 'log', 'tank', 'today', 'dosing'] as const) await goToBench(page, bench);
  await page.goBack();
  await expect(page).toHaveURL(/\/today$/);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('What needs doing');
  expect(asked).toEqual([]);
});

/** Kilobytes of page, code, colours and fonts that a bench takes at its first visit, its pictures among them. */
async function kilobytes(context: BrowserContext, address: string): Promise<number> {
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  let bytes = 0;
  session.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
  await page.goto(address);
  await expect(page.getByRole('main').getByRole('heading', { level: 1 })).toBeVisible();
  await page.waitForLoadState('networkidle');
  await page.close();
  return bytes / 1024;
}

/** What may come, in kilobytes: `docs/speed.md` has what does, beside a bare page of the same stack. */
const BUDGET_KB = 580;
const BUDGET_WITH_PICTURES_KB = 740;
const WITHOUT_PICTURES: readonly BenchPath[] = ['today', 'log', 'mixing', 'tank', 'bottles', 'files', 'settings'];

/** Kilobytes of what the page names in its head and of all that may ever be fetched, as they travel: `docs/speed.md` has what they are. */
const FRAME_KB = 350;
const ALL_KB = 1780;

test('what every visit takes, and all there is, stay within their budgets', async ({ request }) => {
  const html = await (await request.get('/')).text();
  const named = [...new Set([...html.matchAll(/\/_next\/static\/[^"'\\ ]+\.(?:js|css)/g)].map(([file]) => file))];
  expect(named.length).toBeGreaterThan(5);
  const kept = await (await request.get('/sw.js')).text();
  const all = [...new Set([...kept.matchAll(/\/_next\/static\/[^"']+\.(?:js|css)/g)].map(([file]) => file))];
  expect(all.length).toBeGreaterThan(named.length);
  const weight = async (files: readonly string[]) => {
    const parts = await Promise.all(files.map(async (file) => gzipSync(await (await request.get(file)).body()).length));
    return parts.reduce((sum, each) => sum + each, 0) / 1024;
  };
  const [frame, whole] = [await weight(named), await weight(all)];
  expect(frame).toBeGreaterThan(50);
  expect(frame, 'kilobytes of the frame').toBeLessThan(FRAME_KB);
  expect(whole, 'kilobytes of everything').toBeLessThan(ALL_KB);
});

deep('the weight of each bench stays within its budget', async ({ context }) => {
  test.setTimeout(180_000);
  const over: string[] = [];
  for (const { path } of BENCHES as readonly { readonly path: BenchPath }[]) {
    const kb = await kilobytes(context, `/demo/atrium/${path}`);
    const budget = WITHOUT_PICTURES.includes(path) ? BUDGET_KB : BUDGET_WITH_PICTURES_KB;
    expect(kb).toBeGreaterThan(100);
    if (kb > budget) over.push(`${path}: ${kb.toFixed(0)} KB, at most ${budget}`);
  }
  expect(over).toEqual([]);
});

deep('twelve thousand entries: imported with progress, stopped without a trace, and worked with', async ({ page }) => {
  test.setTimeout(120_000);
  const text = writeFile(grownSnapshot(12_000), new Date(NOW), []);
  const file = { name: 'ten-years.json', mimeType: 'application/json', buffer: Buffer.from(text) };
  await page.goto('/mine/record');
  await page.getByLabel('Choose a file').setInputFiles(file);
  const take = page.getByRole('button', { name: 'Import it' });
  await take.click({ timeout: 30_000 });
  await expect(page.getByRole('progressbar', { name: 'Importing' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText(/was stopped: nothing was changed/).first()).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('This record is empty, so nothing is replaced.')).toBeVisible();
  await take.click();
  await expect(page.getByText(/^Imported/).first()).toBeVisible({ timeout: 60_000 });
  await page.goto('/mine/atrium/today');
  await expect(answer(page)).toBeVisible({ timeout: 30_000 });
  await jot(page, 'alk 7.6');
  await goToBench(page, 'trends');
  await expect(page.getByRole('figure', { name: 'alkalinity over time' })).toContainText('7.6 dKH, today');
  await goToBench(page, 'log');
  await expect(page.getByRole('region', { name: 'Entries', exact: true }).getByText('7.6 dKH').first()).toBeVisible();
});
