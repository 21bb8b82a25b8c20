import { answer, expect, goToBench, jot, makeOwnTank, openDemo, test, deep } from './steps';

// A keeper at the tank has a minute and a half; each of these acts takes some ten seconds at the most.
test('from the last test to a set pump in four acts, by the screen alone', async ({ page }) => {
  await openDemo(page, 'today');
  let acts = 0;
  const act = async (doing: Promise<unknown>) => {
    acts += 1;
    await doing;
  };
  await act(jot(page, 'alk 7.4'));
  await act(page.getByRole('link', { name: 'See how, and act' }).click());
  await expect(answer(page)).toContainText(
    /Increase Carbonate part from 28\s?mL\/day to [345]\d\s?mL\/day until .*which brings alkalinity to 8\.3\s?dKH; then 3\d\s?mL\/day holds it/,
  );
  await act(page.getByRole('button', { name: 'Set these doses from now' }).click());
  await expect(page.getByRole('button', { name: 'This is what runs now' })).toBeDisabled();
  // In the hours it ran in before.
  const runs = page.getByRole('region', { name: 'What runs now' });
  await expect(runs).toContainText(/Carbonate part at [345]\d mL\/day, 21:00–7:00, in 10 pulses/);
  // And what comes next: when to test whether it holds.
  await expect(page.getByRole('region', { name: 'Since the last change' }).first()).toContainText(/was changed: test/);
  expect(acts).toBeLessThanOrEqual(4);
});

test('the Atrium reads as one plan: two-part, limewater at night and magnesium by hand', async ({ page }) => {
  await openDemo(page, 'dose');
  await expect(answer(page)).toContainText(/Increase Carbonate part .*leave Calcium part .*leave Magnesium part/);
  await expect(page.getByRole('figure', { name: /^Alkalinity consumption/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Consumption', exact: true }).first()).toContainText(
    /The tank consumes 0\.7\d+\s?dKH\/day of alkalinity(,| and) 5\.\d+\s?mg\/L\/day of calcium/,
  );
  await expect(page.getByRole('main')).toContainText(
    /magnesium reading of 1500\s?mg\/L on .* is left out as an outlier/,
  );
  await expect(page.getByRole('region', { name: 'What to test next' })).toContainText(/^Test /);
  // Without limewater the parts have to supply all of it, in two steps; kept, the mix is the tank's own.
  const mix = page.getByRole('region', { name: 'What is dosed with' });
  await mix.getByLabel('Limewater in the plan').selectOption('not dosed');
  await expect(answer(page)).toContainText(/ncrease Carbonate part from 28\s?mL\/day to/);
  await expect(answer(page)).toContainText('Stop Limewater');
  await expect(answer(page)).toContainText('after the next test to');
  await page.getByRole('button', { name: 'Save this mix for Atrium' }).click();
  // It is saved once that is said.
  await expect(page.getByRole('region', { name: /Notifications/ })).toContainText('Saved what is dosed with');
  await page.reload();
  await expect(mix.getByLabel('Limewater in the plan')).toHaveValue('off');
});

deep('hours are drawn, set and kept; the day’s alkalinity and pH answer', async ({ page }) => {
  await openDemo(page, 'dose');
  await goToBench(page, 'schedule');
  await expect(answer(page)).toContainText(/10 doses of 2\.8\s?mL/);
  await expect(page.getByRole('img', { name: /Lights 9:00–20:00.*Carbonate part 21:00–7:00/ })).toBeVisible();
  const magnesium = page.getByRole('group', { name: 'Magnesium part', exact: true });
  await magnesium.getByRole('radio', { name: 'Two stretches' }).click();
  await magnesium.getByLabel('Doses a day').fill('4');
  await expect(answer(page)).toContainText(/Magnesium part: 4 doses of 1\.5\s?mL/);
  await page.getByRole('button', { name: 'Set these hours from now' }).click();
  await goToBench(page, 'dosing');
  await expect(page.getByRole('region', { name: 'What runs now' })).toContainText(
    /Magnesium part at 6 mL\/day, 20:00–0:00 and 5:00–9:00, in 4 pulses/,
  );
  // Drawn by hand: from six in the morning to noon.
  await goToBench(page, 'schedule');
  const strip = page.getByRole('img', { name: /Lights 9:00/ });
  const box = await strip.boundingBox();
  if (!box) throw new Error('no strip');
  const x = (hour: number) => box.x + 112 + ((box.width - 120) * hour) / 24;
  const row = box.y + 22 + 30 * 4 - 15;
  await page.mouse.move(x(6), row);
  await page.mouse.down();
  await page.mouse.move(x(12), row, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('img', { name: /6:00–12:00/ })).toBeVisible();
});

deep('a pump is measured, and what it gives of what it was set to is said', async ({ page }) => {
  await openDemo(page, 'dose');
  await goToBench(page, 'schedule');
  await jot(page, 'yesterday 8pm measured calcium 9.9 ml in 120 s for 10 ml');
  await expect(page.getByRole('region', { name: 'Pumps measured' })).toContainText(
    /Calcium part.*99 % of what it was set to/,
  );
  // The same by fields.
  const form = page.getByRole('form', { name: 'Measure a pump' });
  await form.getByLabel('Pump of').selectOption('Calcium part');
  await form.getByLabel('It gave').fill('9 ml');
  await form.getByLabel('Time it ran').fill('120 s');
  await form.getByLabel('Set to give').fill('10');
  await form.getByRole('button', { name: 'Log the measurement' }).click();
  await expect(page.getByRole('region', { name: 'Pumps measured' })).toContainText(
    /Calcium part4\.5 mL\/min, measured .*: 90 % of what it was set to/,
  );
});

deep('bottles run dry on a day, and figures that disagree are caught', async ({ page }) => {
  await openDemo(page, 'dose');
  await goToBench(page, 'bottles');
  await expect(answer(page)).toContainText(/Refill Carbonate part by .* Dec: it runs dry first/);
  await expect(answer(page)).toContainText(/€ a month/);
  const remembered = page.getByRole('region', { name: 'What you remember of it' });
  await remembered.getByRole('combobox').selectOption('Carbonate part');
  await remembered.getByLabel('An hour it gives').fill('3 ml');
  await remembered.getByLabel('Hours a day it runs').fill('16');
  await expect(page.getByText(/3 mL an hour for 16 h is 48\s?mL\/day/)).toBeVisible();
});

deep('methods are compared for this tank, and a price moves the judgement', async ({ page }) => {
  await openDemo(page, 'dose');
  await goToBench(page, 'methods');
  await expect(answer(page)).toContainText('Limewater with two-part for the rest suits this tank');
  await expect(page.getByRole('row', { name: /^Calcium reactor/ }).first()).toContainText('lowers');
  await page.getByLabel('Dosing pumps').fill('150');
  await page.getByLabel('Calcium reactor and its gear').fill('160');
  await page.getByLabel('Reactor media, a kilogram').fill('1');
  await expect(answer(page)).toContainText(/pays for itself/);
});

deep('after a gap the dose starts as before, and what is missing comes back over days', async ({ page }) => {
  await openDemo(page, 'dose');
  await goToBench(page, 'corrections');
  const gap = page.getByRole('region', { name: 'After a gap', exact: true });
  await gap.getByLabel('Which part').selectOption('Carbonate part');
  await gap.getByLabel('For how long').fill('6 days');
  await expect(gap).toContainText(/Start Carbonate part again at 28\s?mL\/day as before, and test alkalinity today/);
  await gap.getByLabel('alkalinity read since').fill('6.1');
  await expect(gap).toContainText(/more a day for 3\s?days/);
  await expect(gap).toContainText('Never make up for a gap in one go');
});

test('a net volume given anew says from when it holds', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '310');
  await jot(page, 'changed 30 l');
  await goToBench(page, 'tank');
  await page.getByRole('textbox', { name: 'Sump' }).fill('60');
  await page.getByRole('button', { name: 'Save the tank' }).click();
  await expect(page.getByRole('main').getByRole('alert')).toContainText('Say from when the net volume holds');
  await page.getByLabel('This holds').selectOption('from now on: the water changed');
  await page.getByRole('button', { name: 'Save the tank' }).click();
  await expect(page.getByText('Saved Bay Window').first()).toBeVisible();
  await expect(page.getByLabel('This holds')).toHaveCount(0);
});
