import {
  answer,
  consumptionField,
  describeCarbonate,
  expect,
  goToBench,
  jot,
  makeOwnTank,
  test,
  workingText,
  deep,
} from './steps';

// The worked case, by hand from molar masses (CIAAW 2021): 310 L; 80 g/L Na2CO3 is 1.5096 eq/L; 20 mL/day gives
// 0.273 dKH/day; 8.6 falls to 7.8 dKH in four days, so the tank takes 0.473; 34.65 mL/day replaces it; a reactor whose
// effluent reads 28 dKH against a tank at 8.2 carries it with 7.41 L/day, 5.14 mL/min.
test('from an empty browser to the first dose', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '310');
  await describeCarbonate(page);
  await jot(page, '4 days ago dosing 20 ml/day carbonate alk 8.6');
  await jot(page, 'alk 7.8');

  await goToBench(page, 'dosing');
  // More than half as much again goes in two steps.
  await expect(answer(page)).toContainText(
    /Increase Carbonate from 20\s?mL\/day to 2[78]\s?mL\/day, after the next test to 35\s?mL\/day/,
  );
  await expect(answer(page)).toContainText('falling');
  const working = await workingText(page);
  expect(working).toMatch(/310(\.0)? L/);
  expect(working).toMatch(/0\.473\d? dKH\/day/);
  expect(working).toContain('1.51 eq/L');
  expect(working).toMatch(/35 mL\/day/);
  await expect(page.getByRole('figure', { name: 'alkalinity over time' })).toContainText('at these doses');

  // Followed, the bench says it runs, and leaves it until a test says more.
  await page.getByRole('button', { name: 'Set these doses from now' }).click();
  await expect(page.getByRole('button', { name: 'This is what runs now' })).toBeDisabled();
  await expect(answer(page)).toContainText(/Leave the doses as they are: 28\s?mL\/day of Carbonate/);

  // The address it had on the Dose bench leads on.
  await page.goto(page.url().replace(/dosing$/, 'dose?as=reactor'));
  await expect(page).toHaveURL(/\/reactor$/);
  await expect(page.getByText('Enter the effluent’s alkalinity')).toBeVisible();
  await page.getByLabel('Effluent alkalinity').fill('28');
  // The tank's own alkalinity follows the answer; typed over before it is there, it would be typed into.
  await expect(answer(page)).toContainText('Run the effluent');
  await page.getByLabel('Tank alkalinity').fill('8.2 dkh');
  await expect(answer(page)).toContainText(/Run the effluent at 5\.1\s?mL\/min, which is 7\s?L\/day/);
  await page.getByRole('button', { name: /Set as the reactor/ }).click();
  await goToBench(page, 'log');
  await expect(
    page.getByRole('region', { name: 'Entries' }).getByText(/reactor at 5\.1\d? mL\/min, effluent 28 dKH/),
  ).toBeVisible();
});

deep('the keeper overrules a figure and the answer moves with it', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '310');
  await describeCarbonate(page);
  await jot(page, '4 days ago dosing 20 ml/day carbonate alk 8.6');
  await jot(page, 'alk 7.8');
  await goToBench(page, 'dosing');
  await consumptionField(page).fill('0.5 dKH/day');
  // 0.5 × 0.35665 × 310 ÷ 1.5096, by hand.
  await expect(answer(page)).toContainText(/37\s?mL\/day/);
  await page.getByLabel('Net volume').fill('155');
  // Half of it holds the level, which is 0.5 dKH low: the 20 mL that run bring it up.
  await expect(answer(page)).toContainText(/Leave the doses as they are: 20\s?mL\/day/);
  expect(await workingText(page)).toMatch(/18 mL\/day/);
  // It stays while one looks elsewhere, and the answer says so.
  await goToBench(page, 'mixing');
  await goToBench(page, 'dosing');
  await expect(
    page.getByText(/With your figure for the net volume and the alkalinity consumption, not the record’s/),
  ).toBeVisible();
  await expect(answer(page)).toContainText(/Leave the doses as they are: 20\s?mL\/day/);
  await page.getByRole('button', { name: 'your figure; reset' }).first().click();
  await consumptionField(page).fill('-1');
  await expect(page.getByRole('alert').filter({ hasText: 'negative' })).toBeVisible();
});

deep('a correction is apart from the maintenance dose and spread by the limit', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '310');
  await describeCarbonate(page);
  await jot(page, '3 days ago alk 6');
  await jot(page, 'alk 6');
  await goToBench(page, 'dosing');
  await goToBench(page, 'corrections');
  // Aim 8.25 dKH: 2.25 dKH in three days at most 1 dKH a day; 2.25 × 0.35665 × 310 ÷ 1.5096 = 164.8 mL in all.
  await expect(answer(page)).toContainText(/Add 55\s?mL of Carbonate a day for 3\s?days/);
  await page.getByRole('button', { name: 'Log today’s share' }).click();
  await goToBench(page, 'log');
  await expect(page.getByRole('region', { name: 'Entries' }).getByText(/54\.9\d? mL of Carbonate, once/)).toBeVisible();
});
