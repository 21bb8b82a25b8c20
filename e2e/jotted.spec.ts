import { answer, deep, entryLine, expect, goToBench, jot, jotField, makeOwnTank, openDemo, test } from './steps';

test('every line can be logged: what nobody knows is its note, what nobody claims is asked about and can be left to the note', async ({
  page,
}) => {
  await openDemo(page, 'log', 'story-corner');
  await jotField(page).fill('wc 10l, cleaned glass, alk 7.9 after feeding, added 3 unicorns');
  await expect(page.getByText('What was it to count as')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Log', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'Keep it as a note' }).click();
  await expect(jotField(page)).toHaveValue('wc 10l, cleaned glass, alk 7.9 after feeding, "added 3 unicorns"');
  await jotField(page).press('Enter');
  await expect(jotField(page)).toHaveValue('');
  await expect(entryLine(page, '10 L changed').first()).toBeVisible();
  await expect(entryLine(page, 'alkalinity 7.9 dKH').first()).toBeVisible();
  await expect(entryLine(page, 'cleaned glass, added 3 unicorns').first()).toBeVisible();
  // One press takes all of it back.
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(entryLine(page, 'cleaned glass, added 3 unicorns')).toHaveCount(0);
});

deep('a remembered figure is taken, with its doubt said', async ({ page }) => {
  await makeOwnTank(page, 'Bay', '100');
  await jot(page, 'nitrate between 2 and 5, mag 1300ish');
  await goToBench(page, 'log');
  await expect(entryLine(page, /magnesium about 1300 mg\/L · nitrate about 3\.5 mg\/L/)).toBeVisible();
});

deep('a question of units is answered in the line and in Find, and nothing is logged', async ({ page }) => {
  await openDemo(page, 'today');
  await jotField(page).fill('8 dkh in meq');
  await expect(page.getByText('8 dKH is 2.85 meq/L.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Log', exact: true })).toBeDisabled();
  await jotField(page).fill('');
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.keyboard.type('30 gal in l');
  await expect(page.getByText('30 US gal is 114 L.')).toBeVisible();
});

test('Find leads to an article, and from there to where to look', async ({ page }) => {
  await openDemo(page, 'today');
  await page.keyboard.press('/');
  await page.keyboard.type('dinos');
  await expect(page.getByRole('dialog').getByRole('option').first()).toContainText('Dinoflagellates');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/articles\?of=dinoflagellates$/);
  await expect(answer(page)).toContainText('Brown strings');
  await page.getByRole('region', { name: 'Where to look' }).getByRole('link', { name: 'Nutrients' }).click();
  await expect(page).toHaveURL(/\/nutrients/);
});

deep('“nitrate 20 to 5” in Find leads to how many changes and how large', async ({ page }) => {
  await openDemo(page, 'today');
  await page.keyboard.press('/');
  await page.keyboard.type('nitrate 20 to 5');
  await expect(page.getByRole('dialog').getByRole('option').first()).toContainText('Nitrate from 20 mg/L to 5 mg/L');
  await page.keyboard.press('Enter');
  // By hand: one change of 1 − 5/20 = 75 % of 620 L is 465 L; two of 1 − √0.25 = 50 % are 310 L each.
  await expect(answer(page)).toContainText(/Exchange 465\s?L of 620\s?L/);
  await page.getByRole('region', { name: 'How many, and how large' }).getByRole('button', { name: '2' }).click();
  await expect(answer(page)).toContainText(/Exchange 310\s?L 2 times, 620\s?L in all/);
});

test('a session opens by one key, at the time the line understands, and logs from its last cell only', async ({
  page,
}) => {
  await openDemo(page, 'today');
  await page.keyboard.press(';');
  await expect(page).toHaveURL(/\/log$/);
  const grid = page.getByRole('form', { name: 'A session of tests' });
  await expect(grid.getByRole('textbox', { name: /^Alkalinity/ })).toBeFocused();
  await grid.getByLabel('When tested').fill('nov 19 9am');
  await grid.getByLabel('When tested').press('Enter');
  await expect(grid.getByRole('textbox', { name: /^Alkalinity/ })).toBeFocused();
  await page.keyboard.type('8.123');
  await page.keyboard.press('Enter');
  await expect(entryLine(page, /alkalinity 8\.12 dKH/)).toHaveCount(0);
  await page.keyboard.press('Control+Enter');
  await expect(entryLine(page, /alkalinity 8\.12 dKH/)).toBeVisible();
});

deep('one round of tests at three tanks, side by side', async ({ page }) => {
  await openDemo(page, 'log');
  await page.getByRole('radio', { name: 'All tanks' }).click();
  const form = page.getByRole('form', { name: 'Tests of all tanks' });
  await form.getByLabel('Alkalinity of Atrium').fill('8.21');
  await form.getByLabel('Alkalinity of Story Corner').fill('7.43');
  await form.getByLabel('Ammonia of Back Room').fill('0.25');
  await form.getByLabel('Alkalinity of Story Corner').press('Enter');
  await expect(form.getByLabel('Calcium of Story Corner')).toBeFocused();
  await form.getByRole('button', { name: 'Log 3 tests' }).click();
  await expect(page.getByText('Logged tests of 3 tanks').first()).toBeVisible();
  await expect(form.getByLabel('Alkalinity of Atrium')).toHaveValue('');
});
