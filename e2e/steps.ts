import { readFile } from 'node:fs/promises';
import { expect, test as base, type BrowserContext, type Page } from '@playwright/test';
import { benchOf, firstOf, type BenchPath } from '@/registry/benches';
import { WHOLE } from '@/testing/tier';
import { shiftClock } from '@/testing/running-clock';
import { spend } from '@/testing/work';
import pinned from '../scripts/pinned-moment.json' with { type: 'json' };

/** What a keeper does again and again, by the names on the screen. */

/** The moment at which the pages of each test begin; its zone is set in `playwright.config.ts`. */
export const NOW = Date.parse(pinned.at);

/** `test` in whose pages the clock begins at one moment, so that no test depends on the day it is run, and runs on from there. */
export const test = base.extend({
  context: async ({ context }, provide, { title }) => {
    await setUp(context, title);
    await provide(context);
  },
});
export { expect };

/** A test of the whole suite. The quick one keeps to what is done every day and to what must never break. */
export const deep = WHOLE ? test : test.skip;

/** Seconds after the moment at which a test begins, one of these each: some cross into the next minute while they run, as sessions do. */
const BEGINS_AT_S = [2, 31, 56];

/** Gives a context's pages the clock, and books what they load. A test that makes a context of its own calls it. */
export async function setUp(context: BrowserContext, title = ''): Promise<void> {
  const begins = BEGINS_AT_S[title.length % BEGINS_AT_S.length] ?? 0;
  await context.addInitScript(shiftClock, NOW + begins * 1000 - Date.now());
  context.on('page', (page) => page.on('domcontentloaded', () => spend('pages loaded')));
}

/** Sets a context's clock to a moment, from the next page that is loaded on. */
export async function setClock(context: BrowserContext, at: number): Promise<void> {
  await context.addInitScript(shiftClock, at - Date.now());
}

/** Opens a bench of the demo and waits until its answer stands. */
export async function openDemo(page: Page, bench: string, tank = 'atrium'): Promise<void> {
  await page.goto(`/demo/${tank}/${bench}`);
  await expect(page.getByRole('region', { name: 'Answer', exact: true })).toBeVisible();
}

/** Makes a tank of one's own by hand. */
export async function makeOwnTank(page: Page, name: string, display: string): Promise<void> {
  await page.goto('/mine/new');
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Display').fill(display);
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await expect(page.getByRole('heading', { name: `What needs doing at ${name}?` })).toBeVisible();
}

/** Opens a bench by the menu: at a table through its room, on a phone through the menu of the room. */
export async function goToBench(page: Page, path: BenchPath): Promise<void> {
  const rooms = page.getByRole('navigation', { name: 'Rooms' });
  const { room, name } = benchOf(path);
  const of = (address: string) => rooms.locator(`a[href$="/${address}"]`);
  if (room === undefined) await page.getByRole('link', { name, exact: true }).click();
  else {
    const first = firstOf(room);
    const menu = page.getByRole('button', { name: /^Benches of this room/ });
    if (await menu.isVisible()) {
      await of(first).click();
      await expect(page).toHaveURL(new RegExp(`/${first}$`));
      if (path !== first) {
        await menu.click();
        await page.getByRole('menuitem', { name, exact: true }).click();
      }
    } else {
      if ((await of(path).count()) === 0) await of(first).first().click();
      await of(path).last().click();
    }
  }
  await expect(page).toHaveURL(new RegExp(`/${path}$`));
  // The address changes at once; the bench stands once it is fetched.
  await expect(page.getByRole('main', { name, exact: true })).toBeVisible();
}

/** Opens a part of the bench that is open. */
export async function openPart(page: Page, name: string): Promise<void> {
  const link = page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name, exact: true });
  await link.click();
  await expect(link).toHaveAttribute('aria-current', 'page');
}

/** Jots a line and waits until it is filed. */
export async function jot(page: Page, line: string): Promise<void> {
  const field = jotField(page);
  await field.fill(line);
  await field.press('Enter');
  await expect(field).toHaveValue('');
}

export function jotField(page: Page) {
  return page.getByRole('textbox', { name: /^Jot tests/ });
}

export function answer(page: Page) {
  return page.getByRole('region', { name: 'Answer', exact: true });
}

export function consumptionField(page: Page) {
  return page.getByRole('textbox', { name: /^Alkalinity consumption/ });
}

export async function describeCarbonate(page: Page): Promise<void> {
  await goToBench(page, 'bottles');
  await openPart(page, 'Solutions');
  await page.getByRole('button', { name: 'Describe a solution' }).click();
  const form = page.getByRole('form', { name: 'A solution' });
  await form.getByLabel('Name').fill('Carbonate');
  await form.getByLabel('Grams in a litre').fill('80');
  await expect(form).toContainText('1.5096 eq/L');
  await form.getByRole('button', { name: 'Save the solution' }).click();
  await expect(form).toBeHidden();
}

/** The text of every row of the working, once opened. */
export async function workingText(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'Show the working' }).first().click();
  return page
    .getByRole('table', { name: /The working/ })
    .first()
    .innerText();
}

/** An entry in the list of the Log bench, by some of its words. */
export const entryLine = (page: Page, text: string | RegExp) =>
  page.getByRole('region', { name: 'Entries', exact: true }).getByText(text);

/** An alert that says something. */
export const alertSaying = (page: Page, text: string | RegExp) => page.getByRole('alert').filter({ hasText: text });

/** What leaves as a file when something is pressed. */
export async function download(
  page: Page,
  click: () => Promise<void>,
): Promise<{ entries: { id: string }[]; setApart?: unknown[] }> {
  const saved = page.waitForEvent('download');
  await click();
  return JSON.parse(await readFile(await (await saved).path(), 'utf8')) as { entries: { id: string }[] };
}
