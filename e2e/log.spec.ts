import { answer, expect, goToBench, jot, jotField, makeOwnTank, openDemo, test } from './steps';

test('a whole session in one line: understood before it is filed, undone and done again', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jotField(page).fill(
    'yesterday 8pm alk 8.3 ca 440 mg 1320 no3 4 po4 45ppb ph 8.15 sal 1.0255sg temp 77F, changed 40 l',
  );
  const preview = page.locator('form').filter({ has: jotField(page) });
  await expect(preview).toContainText('yesterday 20:00');
  await expect(preview).toContainText(
    'alkalinity 8.30 dKH · calcium 440 mg/L · magnesium 1320 mg/L · nitrate 4.0 mg/L · phosphate 0.045 mg/L · pH 8.15 · salinity 33.8 ppt · temperature 25.0 °C',
  );
  await expect(preview).toContainText('40.0 L changed');
  await jotField(page).press('Enter');
  await expect(jotField(page)).toHaveValue('');
  await goToBench(page, 'Log');
  await expect(page.getByRole('region', { name: 'Entries' }).getByRole('listitem')).toHaveCount(2);
  await page.keyboard.press('u');
  await expect(page.getByRole('region', { name: 'Entries' }).getByRole('listitem')).toHaveCount(0);
  await page.keyboard.press('y');
  await expect(page.getByRole('region', { name: 'Entries' }).getByRole('listitem')).toHaveCount(2);
});

test('a line sent twice in one breath is filed once', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jotField(page).fill('alk 8.3');
  await page.evaluate(() => {
    const form = document.querySelector<HTMLFormElement>('[data-jot-line]')?.form;
    form?.requestSubmit();
    form?.requestSubmit();
  });
  await expect(jotField(page)).toHaveValue('');
  await goToBench(page, 'Log');
  await expect(page.getByRole('region', { name: 'Entries' }).getByRole('listitem')).toHaveCount(1);
});

test('a slip is refused where it stands, with what was meant one press away', async ({ page }) => {
  await openDemo(page, 'log');
  await jotField(page).fill('alk 830 sal 1.026');
  await expect(page.getByText('A point may have slipped: 8.3 dKH?')).toBeVisible();
  await expect(page.getByText('1.026 looks like a specific gravity')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Log', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'Use “alk 8.3 dKH”' }).click();
  await page.getByRole('button', { name: 'Use “sal 1.026 sg”' }).click();
  await expect(jotField(page)).toHaveValue('alk 8.3 dKH sal 1.026 sg');
  await page.reload();
  await expect(jotField(page)).toHaveValue('alk 8.3 dKH sal 1.026 sg');
  await jotField(page).fill('2030-01-01 alk 8.3');
  await jotField(page).focus();
  await expect(page.getByText('more than a day ahead')).toBeVisible();
});

test('by fields: logged, corrected, deleted and brought back', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'Log');
  await page.getByRole('radio', { name: 'Test' }).click();
  await page.getByLabel('Alkalinity', { exact: true }).fill('8.4');
  await page.getByLabel('Calcium', { exact: true }).fill('4300');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'A point may have slipped: 430 mg/L?' })).toBeVisible();
  await page.getByRole('button', { name: 'Use 430 mg/L' }).click();
  await page.getByRole('button', { name: 'Log it' }).click();
  const entries = page.getByRole('region', { name: 'Entries' });
  await expect(entries).toContainText('alkalinity 8.40 dKH · calcium 430 mg/L');

  await entries.getByRole('button', { name: /^Correct/ }).click();
  const editor = page.getByRole('form', { name: 'Correct this entry' });
  await editor.getByLabel('Alkalinity', { exact: true }).fill('8.1');
  await editor.getByRole('button', { name: 'Save the correction' }).click();
  await expect(entries).toContainText('alkalinity 8.10 dKH · calcium 430 mg/L');
  await expect(answer(page)).toContainText('8.10');
  await entries.getByRole('button', { name: /^Delete/ }).click();
  await expect(entries).toContainText('None yet');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(entries).toContainText('alkalinity 8.10 dKH');

  await page.getByRole('radio', { name: 'Water change' }).click();
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText('Something is missing')).toBeVisible();
  await page.getByLabel('Water changed').fill('12 gal');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(entries).toContainText('45.4 L changed');
});

test('a solution above its solubility is refused at the field', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'Tank');
  await page.getByRole('button', { name: 'Describe a solution' }).click();
  const form = page.getByRole('form', { name: 'A solution' });
  await form.getByLabel('Name').fill('Strong');
  await form.getByLabel('Grams in a litre').fill('800');
  await expect(form.getByRole('alert')).toContainText('215');
  await expect(form.getByRole('alert')).toContainText('80 g/L');
  await form.getByRole('button', { name: 'Save the solution' }).click();
  await expect(form).toBeVisible();
});

test('an impossible tank is refused, and units of preference are read and shown', async ({ page }) => {
  await page.goto('/mine/new');
  await page.getByRole('combobox', { name: 'Volume' }).selectOption('US gal');
  await page.getByLabel('Name').fill('Gallons');
  await page.getByLabel('Display').fill('-20');
  await page.getByRole('button', { name: 'Make this tank' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'below nought' })).toBeVisible();
  await page.getByLabel('Display').fill('100');
  await page.getByRole('button', { name: 'give the rock’s weight instead' }).click();
  await page.getByLabel('Rock, by weight').fill('90 lb');
  await expect(answer(page)).toContainText(/Gallons holds 94\.1\s?US gal of water/); // 90 lb × 0.55 L/kg is 22.5 L, common practice
  await page.getByRole('button', { name: 'Make this tank' }).click();
  await expect(page.getByRole('heading', { name: 'What needs doing at Gallons?' })).toBeVisible();
  await jot(page, 'changed 10');
  await goToBench(page, 'Log');
  await expect(page.getByRole('region', { name: 'Entries' }).getByText('10.0 US gal changed')).toBeVisible();
});
