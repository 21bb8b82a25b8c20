import type { Page } from '@playwright/test';
import {
  answer,
  consumptionField,
  describeCarbonate,
  expect,
  goToBench,
  jot,
  makeOwnTank,
  openDemo,
  openPart,
  test,
  workingText,
  deep,
} from './steps';

/** While an input of an answer is refused, the answer says so and nothing can be done with it. */
async function answerIsHeld(page: Page, field: string, button: string | RegExp): Promise<void> {
  await expect(answer(page).getByRole('status')).toContainText(`“${field}” is not accepted`);
  await expect(answer(page).getByRole('button', { name: button })).toBeDisabled();
}

test('a batch cannot be logged at the old salinity while the new one is refused', async ({ page }) => {
  await openDemo(page, 'mix');
  await page.getByLabel('Target salinity').fill('1.026');
  await answerIsHeld(page, 'Target salinity', 'Log this batch');
  await page.getByRole('button', { name: 'Use 1.026 sg' }).click();
  await expect(page.getByLabel('Target salinity')).toBeFocused();
  await expect(answer(page).getByRole('button', { name: 'Log this batch' })).toBeEnabled();
  await expect(answer(page).getByRole('status')).toHaveCount(0);
});

test('nor a change of water, nor a water day', async ({ page }) => {
  await openDemo(page, 'change');
  await page.getByLabel('Water changed').fill('-150');
  await answerIsHeld(page, 'Water changed', 'Log this change');
  // A share of the water is a figure too.
  await page.getByLabel('Water changed').fill('15%');
  await expect(answer(page)).toContainText(/Change 93\s?L/);
  await page.goto('/demo/water-day');
  await page.getByRole('checkbox', { name: 'Atrium' }).check();
  await page.getByLabel('Changed in Atrium').fill('sixty');
  await answerIsHeld(page, 'Changed in Atrium', 'Save this day');
});

test('what another button would file is stopped too, and says why; a form of its own stops only itself', async ({
  page,
}) => {
  await openDemo(page, 'top-off?as=upkeep');
  await page.getByLabel('Every, float').fill('often');
  await page.getByRole('button', { name: 'Done: optical eye' }).last().click();
  await expect(page.getByText('Not done: “Every, float” is not accepted.').first()).toBeVisible();
  await openDemo(page, 'log');
  await page.getByRole('radio', { name: 'Test', exact: true }).click();
  await page.getByLabel('Calcium', { exact: true }).fill('43000');
  await page
    .getByRole('button', { name: /^Remove/ })
    .first()
    .click();
  await expect(page.getByText(/^Removed /).first()).toBeVisible();
});

deep('Dose answers at every net volume that is typed on the way to one', async ({ page }) => {
  await openDemo(page, 'dose');
  const volume = page.getByLabel('Net volume');
  for (const typed of ['6', '62', '620', '60', '0.5']) {
    await volume.fill(typed);
    // Answered, or refused in the field's own words where no tank takes so much; never a screen that failed.
    await expect(page.getByRole('main')).toContainText(
      /(Dose|Increase|Reduce|Leave) .*Carbonate part|Keep what you dose|accepts/,
    );
    await expect(
      page.getByRole('heading', { name: 'What does the tank consume, and what has to be dosed?' }),
    ).toBeVisible();
  }
  await volume.fill('620');
  await expect(answer(page)).toContainText(/Increase Carbonate part from/);
});

deep('a keeper with a reactor says what it gave before the record began', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '310');
  await goToBench(page, 'tank');
  await page.getByLabel('What replaces calcium and alkalinity').selectOption('a calcium reactor');
  await page.getByRole('button', { name: 'Save the tank' }).click();
  await jot(page, '4 days ago alk 8.6');
  await jot(page, 'alk 7.8');
  await goToBench(page, 'reactor');
  await expect(page.getByText('Say what was dosed while alkalinity was tested')).toBeVisible();
  const asked = page.getByRole('form', { name: 'What was dosed before' });
  await asked.getByLabel('The reactor’s flow then').fill('30');
  // Half of it tells nothing.
  await expect(asked.getByRole('button', { name: 'That was dosed each day' })).toBeDisabled();
  await asked.getByLabel('Its effluent then').fill('30 dkh');
  await asked.getByRole('button', { name: 'That was dosed each day' }).click();
  // 0.2 dKH/day × 310 L + 43.2 L/day × (30 − 8.2) dKH is taken; at 7.8 dKH, 1003.8 ÷ (30 − 7.8) = 45.2 L/day = 31.4 mL/min. By hand.
  await expect(answer(page)).toContainText(/Run the effluent at 31\s?mL\/min/);
  await expect(asked).toHaveCount(0);
});

deep(
  'a strength changed from now on leaves the past as it was; said to be always so, it counts anew',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '310');
    await describeCarbonate(page);
    await jot(page, '4 days ago dosing 20 ml/day carbonate alk 8.6');
    await jot(page, 'alk 7.8');
    const edit = async (grams: string, from: string) => {
      await goToBench(page, 'bottles');
      await openPart(page, 'Solutions');
      await page.getByRole('button', { name: 'Edit Carbonate' }).click();
      const form = page.getByRole('form', { name: 'A solution' });
      await form.getByLabel('Grams in a litre').fill(grams);
      await form.getByRole('button', { name: 'Save the solution' }).click();
      await expect(form.getByRole('alert')).toContainText('Say whether it holds from now on');
      await form.getByLabel('This strength holds').selectOption({ label: from });
      await form.getByRole('button', { name: 'Save the solution' }).click();
      await expect(form).toBeHidden();
      await goToBench(page, 'dosing');
    };
    // 0.473 dKH/day as before; at twice the strength 17.3 mL a day replace it. By hand.
    await edit('160', 'from now on');
    await expect(consumptionField(page)).toHaveValue(/0\.473\d* dKH\/day/);
    expect(await workingText(page)).toMatch(/17 mL\/day/);
    // 20 mL lie within what two tests can tell: they are left.
    await expect(answer(page)).toContainText('Leave the doses as they are');
    // 0.2 dKH/day fell, and 20 mL of 160 g/L gave 0.546: 0.746 in all.
    await edit('160.0001', 'it was always so');
    await expect(consumptionField(page)).toHaveValue(/0\.746\d* dKH\/day/);
  },
);

deep('what ran before the first logged dose is asked where the answer stands, once', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '310');
  await describeCarbonate(page);
  await jot(page, '4 days ago alk 8.6');
  await jot(page, 'alk 7.8');
  await jot(page, 'dosing 20 ml/day carbonate');
  await goToBench(page, 'dosing');
  await expect(answer(page)).toContainText('Say what was dosed while these readings were taken');
  const asked = page.getByRole('form', { name: 'What was dosed before' });
  await asked.getByLabel('Carbonate').fill('20');
  await asked.getByRole('button', { name: 'That was dosed each day' }).click();
  // The worked case of 20 mL/day: 34.65 mL/day, by hand.
  await expect(answer(page)).toContainText(/after the next test to 35\s?mL\/day/);
  await expect(asked).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await asked.getByRole('button', { name: 'Nothing was dosed' }).click();
  // 0.2 dKH/day alone: 14.6 mL/day, by hand.
  expect(await workingText(page)).toMatch(/15 mL\/day/);
});
