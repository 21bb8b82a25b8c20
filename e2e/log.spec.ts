import {
  answer,
  describeCarbonate,
  expect,
  goToBench,
  jot,
  jotField,
  makeOwnTank,
  openDemo,
  openPart,
  test,
  deep,
} from './steps';

test('a whole session in one line: understood before it is filed, undone and done again', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jotField(page).fill(
    'yesterday 8pm alk 8.3 ca 440 mg 1320 no3 4 po4 45ppb po4 ph 8.15 sal 1.0255sg temp 77F, changed 40 l',
  );
  const preview = page.locator('form').filter({ has: jotField(page) });
  await expect(preview).toContainText('yesterday 20:00');
  await expect(preview).toContainText(
    'alkalinity 8.3 dKH · calcium 440 mg/L · magnesium 1320 mg/L · nitrate 4 mg/L · phosphate 0.045 mg/L · pH 8.15 · salinity 33.8 ppt · temperature 25 °C',
  );
  await expect(preview).toContainText('40 L changed');
  await jotField(page).press('Enter');
  await expect(jotField(page)).toHaveValue('');
  await goToBench(page, 'log');
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
    const form = document.querySelector<HTMLInputElement>('input[placeholder^="Jot"]')?.form;
    form?.requestSubmit();
    form?.requestSubmit();
  });
  await expect(jotField(page)).toHaveValue('');
  await goToBench(page, 'log');
  await expect(page.getByRole('region', { name: 'Entries' }).getByRole('listitem')).toHaveCount(1);
});

test('a slip is refused where it stands, with what was meant one press away', async ({ page }) => {
  await openDemo(page, 'log');
  await jotField(page).fill('alk 830 sal 1.026');
  await expect(page.getByText('A point may be wrong, or a digit too many: 8.3 dKH?')).toBeVisible();
  await expect(page.getByText('1.026 looks like a specific gravity')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Log', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'Use “alk 8.3 dKH”' }).click();
  await page.getByRole('button', { name: 'Use “sal 1.026 sg”' }).click();
  await expect(jotField(page)).toHaveValue('alk 8.3 dKH sal 1.026 sg');
  await page.reload();
  await expect(jotField(page)).toHaveValue('alk 8.3 dKH sal 1.026 sg');
  await jotField(page).fill('2030-01-01 alk 8.3');
  await jotField(page).focus();
  await expect(page.getByText('ahead of now')).toBeVisible();
});

test('by fields: logged, corrected, deleted and brought back', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'log');
  await page.getByRole('radio', { name: 'Test', exact: true }).click();
  await page.getByLabel('Alkalinity', { exact: true }).fill('8.4');
  await page.getByLabel('Calcium', { exact: true }).fill('4300');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(
    page.getByRole('alert').filter({ hasText: 'A point may be wrong, or a digit too many: 430 mg/L?' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Use 430 mg/L' }).click();
  await page.getByRole('button', { name: 'Log it' }).click();
  const entries = page.getByRole('region', { name: 'Entries' });
  await expect(entries).toContainText('alkalinity 8.4 dKH · calcium 430 mg/L');

  await entries.getByRole('button', { name: /^Edit/ }).click();
  const editor = page.getByRole('form', { name: 'Edit this entry' });
  await editor.getByLabel('Alkalinity', { exact: true }).fill('8.1');
  await editor.getByRole('button', { name: 'Save the correction' }).click();
  await expect(entries).toContainText('alkalinity 8.1 dKH · calcium 430 mg/L');
  await expect(answer(page)).toContainText('8.1 dKH');
  await entries.getByRole('button', { name: /^Remove/ }).click();
  await expect(entries).toContainText('None yet');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(entries).toContainText('alkalinity 8.1 dKH');

  await page.getByRole('radio', { name: 'Water change' }).click();
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText('Something is missing')).toBeVisible();
  await page.getByLabel('Water changed').fill('12 US gal');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(entries).toContainText('45.4 L changed');
});

deep('one entry leaves nothing to the next: neither its time nor its figures', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'log');
  const kind = (name: string) => page.getByRole('radio', { name, exact: true }).click();
  await kind('Water change');
  await page.getByLabel('Water changed').fill('40');
  await page.getByLabel('When', { exact: true }).fill('2026-11-20T09:00');
  await kind('Refill');
  await expect(page.getByLabel('Put into the reservoir')).toHaveValue('');
  await expect(page.getByLabel('When', { exact: true })).toHaveValue('');
  await page.getByLabel('When', { exact: true }).fill('2026-11-20T09:00');
  await page.getByLabel('Put into the reservoir').fill('11');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByLabel('Put into the reservoir')).toHaveValue('');
  await expect(page.getByLabel('When', { exact: true })).toHaveValue('');
  await page.getByLabel('Put into the reservoir').fill('9');
  await page.getByRole('button', { name: 'Log it' }).click();
  const entries = page.getByRole('region', { name: 'Entries' }).getByRole('listitem');
  await expect(entries.first()).toContainText('today 18:00');
  await expect(entries.nth(1)).toContainText('Fri 20 Nov 09:00');
});

deep('a deed that its tank makes unlikely is asked about before it is filed', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '400');
  await describeCarbonate(page);
  await jotField(page).fill('dosed 4000 ml carbonate');
  await expect(page.getByText(/4 L of Carbonate lift alkalinity in Bay Window by 42\.3\d dKH/)).toBeVisible();
  await jotField(page).press('Enter');
  await expect(jotField(page)).toHaveValue('dosed 4000 ml carbonate');
  await expect(page.getByText('Enter once more logs it all the same.')).toBeVisible();
  await jotField(page).fill('dosed 40 ml carbonate');
  await jotField(page).press('Enter');
  await expect(jotField(page)).toHaveValue('');
  await goToBench(page, 'log');
  await page.getByRole('radio', { name: 'Water change', exact: true }).click();
  await page.getByLabel('Water changed').fill('1900');
  await expect(page.getByText('1900 L is more than all the water of Bay Window, 400 L')).toBeVisible();
  await page.getByRole('button', { name: 'Log it', exact: true }).click();
  await page.getByRole('button', { name: 'Log it all the same' }).click();
  await expect(page.getByRole('region', { name: 'Entries' })).toContainText('1900 L changed');
});

deep(
  'what was meant is taken with the focus, Enter files it, and Esc leaves the line to the shortcuts',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '300');
    await jotField(page).fill('alk 830');
    await page.getByRole('button', { name: 'Use “alk 8.3 dKH”' }).click();
    await expect(jotField(page)).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(jotField(page)).toHaveValue('');
    await page.keyboard.press('Escape');
    await expect(jotField(page)).not.toBeFocused();
    await page.keyboard.press('2');
    await expect(page).toHaveURL(/\/log$/);
  },
);

test('a record in ppm: a unit named is meant, and a figure of another unit is asked about', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '105 US gal');
  await goToBench(page, 'settings');
  await page.getByRole('combobox', { name: 'Alkalinity', exact: true }).selectOption('ppm CaCO3');
  await page.getByRole('combobox', { name: 'Volume' }).selectOption('US gal');
  await goToBench(page, 'today');
  await expect(jotField(page)).toHaveAttribute('placeholder', /^Jot: alk 148 ca 440 · changed 10 gal/);
  await jotField(page).fill('alk 8.3');
  await expect(page.getByRole('button', { name: 'Use “alk 8.3 dKH”' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Log', exact: true })).toBeDisabled();
  await jot(page, 'dkh 7.8');
  // 7.8 dKH are 139 ppm as CaCO3 (50.04 mg to the milliequivalent).
  await expect(page.getByRole('region', { name: 'Water now' })).toContainText('139 ppm CaCO3');
});

deep('a solution above its solubility is refused at the field', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'bottles');
  await openPart(page, 'Solutions');
  await page.getByRole('button', { name: 'Describe a solution' }).click();
  const form = page.getByRole('form', { name: 'A solution' });
  await form.getByLabel('Name').fill('Strong');
  await form.getByLabel('Grams in a litre').fill('800');
  await expect(form.getByRole('alert')).toContainText('215');
  await expect(form.getByRole('alert')).toContainText('215 g/L');
  await form.getByRole('button', { name: 'Save the solution' }).click();
  await expect(form).toBeVisible();
});

deep('an impossible tank is refused, and units of preference are read and shown', async ({ page }) => {
  await page.goto('/mine');
  await page.getByRole('button', { name: /^US gallons/ }).click();
  await page.getByRole('link', { name: 'Add my tank' }).click();
  await page.getByLabel('Name').fill('Gallons');
  await page.getByLabel('Display').fill('-20');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'negative' })).toBeVisible();
  await page.getByLabel('Display').fill('100');
  await page.getByText(/^Sump, rock, sand/).click();
  await page.getByRole('button', { name: 'give the rock’s weight instead' }).click();
  await page.getByLabel('Rock, by weight').fill('90 lb');
  await expect(answer(page)).toContainText(/Gallons holds 94\.1\s?US gal of water/); // 90 lb × 0.55 L/kg is 22.5 L, common practice
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await expect(page.getByRole('heading', { name: 'What needs doing at Gallons?' })).toBeVisible();
  await jot(page, 'changed 10');
  await goToBench(page, 'log');
  await expect(page.getByRole('region', { name: 'Entries' }).getByText('10 US gal changed')).toBeVisible();
});
