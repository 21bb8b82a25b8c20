import {
  answer,
  describeCarbonate,
  expect,
  goToBench,
  jot,
  makeOwnTank,
  openDemo,
  openPart,
  test,
  deep,
} from './steps';

test('targets set on the Tank bench are what Today and the charts judge by', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jot(page, 'alk 8.4 ca 430 no3 12');
  const stands = page.getByRole('region', { name: 'Water now' });
  await expect(stands.getByRole('img', { name: 'alkalinity: on target' })).toBeVisible();
  await expect(stands.getByRole('img', { name: 'nitrate: high' })).toBeVisible();

  await goToBench(page, 'tank');
  await page.getByRole('button', { name: 'fed nutrients' }).click();
  await page.getByRole('textbox', { name: 'alkalinity from' }).fill('9');
  await page.getByRole('textbox', { name: 'alkalinity to' }).fill('10');
  await page.getByRole('button', { name: 'Save the tank' }).click();
  await goToBench(page, 'today');
  await expect(stands.getByRole('img', { name: 'alkalinity: low' })).toBeVisible();
  await expect(stands.getByRole('img', { name: 'nitrate: on target' })).toBeVisible();
});

deep('a target whose ends are crossed is refused and says so', async ({ page }) => {
  await openDemo(page, 'tank');
  await page.getByRole('textbox', { name: 'calcium from' }).fill('480');
  await expect(page.getByRole('alert').filter({ hasText: 'lower end of calcium stands above' })).toBeVisible();
  await page.getByRole('button', { name: 'Save the tank' }).click();
  await expect(page.getByText(/Saved Atrium/)).toHaveCount(0);
});

test('the net volume is worked out, overruled and put back', async ({ page }) => {
  await openDemo(page, 'tank');
  await expect(answer(page)).toContainText(/Atrium holds 620\s?L/);
  await page.getByLabel('Rock displaces').fill('42');
  await expect(answer(page)).toContainText(/Atrium holds 600\s?L/);
  await page.getByLabel('Net volume').fill('560');
  await expect(answer(page)).toContainText('Your own figure');
  await page.getByRole('button', { name: 'your figure; reset' }).click();
  await expect(answer(page)).toContainText(/Atrium holds 600\s?L/);
  // A figure that begins with nought is typed through it.
  await page.getByLabel('Rock displaces').fill('');
  await page.getByLabel('Rock displaces').pressSequentially('0.5 US gal');
  await expect(page.getByLabel('Rock displaces')).toHaveValue('0.5 US gal');
  await expect(answer(page)).toContainText(/Atrium holds 640\s?L/);
  await page.getByLabel('Rock displaces').fill('900');
  await expect(answer(page)).toContainText('cannot displace more than the vessels hold');
  await page.getByRole('button', { name: 'Save the tank' }).click();
  await expect(page.getByRole('main').getByRole('alert')).toContainText('displace more than the vessels hold');
});

test('two tanks: each its own log, one switch between them, removal brought back whole', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jot(page, 'alk 8.4');
  await page.getByRole('button', { name: /^Bay Window/ }).click();
  await page.getByRole('menuitem', { name: 'Add a tank' }).click();
  await page.getByLabel('Name').fill('Nano');
  await page.getByLabel('Display').fill('50');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await expect(page.getByRole('heading', { name: 'What needs doing at Nano?' })).toBeVisible();
  await jot(page, 'alk 7.1');

  await goToBench(page, 'log');
  const entries = page.getByRole('region', { name: 'Entries' });
  await expect(entries).toContainText('alkalinity 7.1 dKH');
  await page.getByRole('button', { name: /^Nano/ }).click();
  await page.getByRole('menuitem', { name: /^Bay Window/ }).click();
  // The switch keeps the bench.
  await expect(page).toHaveURL(/\/log$/);
  await expect(entries).toContainText('alkalinity 8.4 dKH');
  await expect(entries).not.toContainText('7.10');

  await goToBench(page, 'tank');
  await page.getByRole('button', { name: 'Remove Bay Window and its entries' }).click();
  await expect(page.getByRole('heading', { name: 'What needs doing at Nano?' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await page.getByRole('button', { name: /^Nano/ }).click();
  await page.getByRole('menuitem', { name: /^Bay Window/ }).click();
  await expect(page.getByRole('heading', { name: 'What needs doing at Bay Window?' })).toBeVisible();
  await goToBench(page, 'log');
  await expect(entries).toContainText('alkalinity 8.4 dKH');
});

deep('a salt’s own profile is what a water change brings, and consumption is net of it', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '100');
  await describeCarbonate(page);
  await goToBench(page, 'salt');
  await page.getByRole('button', { name: 'Add a salt' }).click();
  const form = page.getByRole('form', { name: 'A salt' });
  await form.getByLabel('Name').fill('Strong salt');
  await form.getByLabel('alkalinity on the label').fill('12');
  await form.getByRole('button', { name: 'Save the salt' }).click();
  await expect(form.getByRole('alert')).toContainText('A profile needs');
  await form.getByLabel('calcium on the label').fill('450');
  await form.getByLabel('magnesium on the label').fill('1400');
  await form.getByRole('button', { name: 'Save the salt' }).click();
  await expect(form).toBeHidden();
  await goToBench(page, 'tank');
  await page.getByRole('combobox', { name: 'Salt', exact: true }).selectOption('Strong salt');
  await page.getByRole('button', { name: 'Save the tank' }).click();

  await jot(page, '4 days ago alk 8');
  await jot(page, '2 days ago changed 20 l at 35 ppt');
  await jot(page, 'alk 8');
  await goToBench(page, 'dosing');
  await page.getByRole('button', { name: 'Nothing was dosed' }).click();
  // By hand: a fifth of the water at 12 dKH; k·2 falls, then (8 − 2k)·0.8 + 12·0.2 − 2k = 8, so k = 0.8 ÷ 3.6 = 0.222 dKH/day.
  await expect(page.getByRole('textbox', { name: /^Alkalinity consumption/ })).toHaveValue(/0\.222 dKH\/day/);
});

deep('what is in use cannot be removed; what is not, can, and comes back', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await describeCarbonate(page);
  await jot(page, 'dosed 20 ml carbonate');
  const list = page.getByRole('region', { name: 'Solutions' });
  await expect(list.getByRole('button', { name: 'Remove Carbonate' })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.locator('main').press('u');
  await list.getByRole('button', { name: 'Remove Carbonate' }).click();
  await expect(list.getByText('1.5096 eq/L')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(list.getByText('1.5096 eq/L')).toBeVisible();
});

deep('a solution of two salts brings what both hold', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'bottles');
  await openPart(page, 'Solutions');
  await page.getByRole('button', { name: 'Describe a solution' }).click();
  const form = page.getByRole('form', { name: 'A solution' });
  await form.getByLabel('Name').fill('Magnesium');
  await form.getByLabel('Salt dissolved').selectOption('magnesium-chloride-hexahydrate');
  await form.getByLabel('Grams in a litre').fill('250');
  await form.getByRole('button', { name: 'And another salt' }).click();
  await form.getByLabel('Grams in a litre').nth(1).fill('30');
  // 250 ÷ 203.30 + 30 ÷ 246.47 mol/L, × 24.305 g/mol: 32.8 g/L. CIAAW 2021.
  await expect(form).toContainText('Brings 32.8 g/L magnesium');
  await form.getByRole('button', { name: 'Save the solution' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByRole('region', { name: 'Solutions' })).toContainText('32.8 g/L magnesium');
});
