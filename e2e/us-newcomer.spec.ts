import type { Page } from '@playwright/test';
import { answer, entryLine, expect, goToBench, jot, jotField, openPart, setUp, test } from './steps';

/** Nothing a sensible keeper types is refused: no field and no line says so. */
async function nothingRefused(page: Page): Promise<void> {
  await expect(page.locator('[aria-invalid=true]')).toHaveCount(0);
  await expect(page.getByText('Not accepted')).toHaveCount(0);
}

/** Types into a field as a keeper would, and finds it taken. */
async function type(page: Page, label: string | RegExp, text: string): Promise<void> {
  const field = page.getByLabel(label).first();
  await field.fill(text);
  await expect(field, `${String(label)}: ${text}`).not.toHaveAttribute('aria-invalid', 'true');
}

/*
 * By hand: 75 US gal are 283.9 L. Two weeks of tests fall from 8.9 to 8.0 dKH in 12 days: 0.075 dKH/day. The label's 5 mL per 10 US gal raise
 * 1 dKH: 37.5 mL a dKH in 75 gal, so 2.8 mL/day hold it.
 */
test('a newcomer from the US: the first hour, without one refused sensible value', async ({ browser }) => {
  const context = await browser.newContext({ locale: 'en-US', timezoneId: 'America/Chicago' });
  await setUp(context, 'a newcomer from the US');
  const page = await context.newPage();
  await page.goto('/');
  await page.getByRole('group', { name: 'Which units do you use?' }).getByRole('button').first().click();
  await page.getByRole('link', { name: 'Add my tank' }).click();
  await type(page, 'Name', 'Reef');
  await type(page, 'Display', '75 gal');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await expect(page.getByRole('button', { name: /^Reef 75 US gal/ })).toBeVisible();

  // A solution by its label, in the label's own words.
  await goToBench(page, 'bottles');
  await openPart(page, 'Solutions');
  await page.getByRole('button', { name: 'Describe a solution' }).click();
  await type(page, 'Name', 'Alk booster');
  await page.getByRole('radio', { name: 'By its label' }).click();
  await type(page, 'Millilitres', '1 tsp');
  await type(page, 'In so much water', '10 gal');
  await type(page, 'Alkalinity by', '1 dkh');
  await page.getByRole('button', { name: 'Save the solution' }).click();

  // Two weeks of tests, month first, in one line each.
  const tests: readonly (readonly [date: string, alk: string, cal: string])[] = [
    ['11/12 8am', '8.9', '440'],
    ['11/14 8am', '8.75', '436'],
    ['Nov 16 8am', '8.6', '433'],
    ['11/18/26 8am', '8.45', '430'],
    ['nov 20th 8am', '8.3', '426'],
    ['11/22 8am', '8.15', '423'],
    ['11/24 8am', '8.0', '420'],
  ];
  for (const [date, alk, cal] of tests) await jot(page, `${date} alk ${alk} cal ${cal} mag 1350 sg 1.0255 temp 78`);
  await jot(page, 'wc 10 gal, cleaned the glass');
  await jot(page, 'topped off 1/2 gal');
  await jot(page, '2 clowns in, 10 snails, 5 hermits');
  await nothingRefused(page);
  await goToBench(page, 'log');
  await expect(entryLine(page, '10 US gal changed')).toBeVisible();
  await expect(entryLine(page, '2 fish').first()).toBeVisible();

  // What to dose.
  await goToBench(page, 'dosing');
  await page.getByRole('button', { name: 'Nothing was dosed' }).click();
  await expect(answer(page)).toContainText(/Alk booster/);
  await expect(answer(page)).toContainText(/mL\/day/);
  await nothingRefused(page);
  await jot(page, 'alk booster 3 ml/day');
  await jot(page, 'dosed 2 tsp alk booster');
  await expect(jotField(page)).toHaveValue('');

  // A correction.
  await goToBench(page, 'corrections');
  await expect(answer(page)).not.toBeEmpty();
  await nothingRefused(page);

  // A nano on limewater: a second tank.
  await page.goto('/mine/new');
  await type(page, 'Name', 'Nano');
  await type(page, 'Display', '8 gal');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await expect(page.getByRole('button', { name: /^Nano 8 US gal/ })).toBeVisible();
  await goToBench(page, 'limewater');
  await nothingRefused(page);
  await goToBench(page, 'top-off');
  await expect(answer(page)).toContainText(/mL a day|mL\/day|US gal a day/);
  await nothingRefused(page);
  await jot(page, 'topped off 2 cups');
  await jot(page, 'kalk 1 g in 1/2 gal');

  // A holiday.
  await goToBench(page, 'going-away');
  await type(page, 'For', '2 weeks');
  await expect(answer(page)).not.toBeEmpty();
  await nothingRefused(page);

  // Nothing of it is told in a fraction of a gallon that no cup shows.
  await expect(page.getByRole('main')).not.toContainText(/\b0\.0\d* US gal/);
  await context.close();
});
