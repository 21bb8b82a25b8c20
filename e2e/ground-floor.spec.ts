import {
  describeCarbonate,
  download,
  entryLine,
  expect,
  goToBench,
  jot,
  makeOwnTank,
  openDemo,
  test,
  deep,
} from './steps';

test('a bound and what a laboratory tells are jotted, shown, edited and exported', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '310');
  await jot(page, 'yesterday alk 8.3 po4 <0.02 sr 8.1 iodine 58 ppb');
  await goToBench(page, 'log');
  await expect(entryLine(page, 'phosphate <0.02 mg/L · strontium 8.1 mg/L · iodine 58 µg/L')).toBeVisible();

  // Its fields hold strontium beside the weekly ones; another figure changed leaves the bound a bound.
  await page.getByRole('button', { name: /^Edit test/ }).click();
  const form = page.getByRole('form', { name: 'Edit this entry' });
  await form.getByLabel('Strontium').fill('8.4');
  await form.getByRole('button', { name: 'Save the correction' }).click();
  await expect(entryLine(page, 'phosphate <0.02 mg/L · strontium 8.4 mg/L')).toBeVisible();
  // A field never read is not asked for.
  await page.getByRole('radio', { name: 'Test', exact: true }).click();
  await expect(page.getByRole('form', { name: 'Log by fields' }).getByLabel('Iodine')).toBeVisible();
  await expect(page.getByRole('form', { name: 'Log by fields' }).getByLabel('Mercury')).toHaveCount(0);

  await goToBench(page, 'trends');
  await expect(page.getByRole('figure', { name: 'strontium over time' })).toBeVisible();

  // A bound is shown as one wherever a level is: on its chart, in its file, on Today.
  await expect(page.getByRole('figure', { name: 'phosphate over time' })).toContainText('<0.02 mg/L');
  await goToBench(page, 'today');
  await expect(page.getByRole('region', { name: 'Water now' })).toContainText('<0.02 mg/L');

  await page.goto('/mine/record');
  const file = await download(page, () =>
    page
      .getByRole('button', { name: /^Export everything/ })
      .first()
      .click(),
  );
  expect(file.entries).toMatchObject([{ values: { strontium: 8.4 }, bounds: { phosphate: 'below' } }]);
});

deep('what runs is told on Dose, with its hours, whatever mix it is', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '310');
  await describeCarbonate(page);
  await goToBench(page, 'tank');
  await page.getByLabel('What replaces calcium and alkalinity').selectOption('a calcium reactor and parts');
  await page.getByRole('button', { name: /^Save/ }).first().click();
  await jot(page, '4 days ago dosing 20 ml/day carbonate 22:00 to 8:00 in 10 pulses alk 8.6');
  await jot(page, 'reactor 10 ml/min 25 dkh chamber 6.5');
  await jot(page, '2 days ago lights 10:00 to 20:00 alk 8.2');
  await goToBench(page, 'dosing');
  const runs = page.getByRole('region', { name: 'What runs now' });
  await expect(runs.getByRole('listitem')).toHaveText([
    /^Carbonate at 20 mL\/day, 22:00–8:00, in 10 pulses\s*since/,
    /^lights 10:00–20:00\s*since/,
    /^reactor at 10 mL\/min, effluent 25 dKH, chamber at pH 6\.5\s*since/,
  ]);
  await jot(page, 'lights off');
  await expect(runs.getByRole('listitem')).toHaveCount(2);
});

deep('the dose that is thought of is drawn bringing the level back', async ({ page }) => {
  await openDemo(page, 'dose');
  await page.getByRole('figure', { name: 'alkalinity over time' }).scrollIntoViewIfNeeded();
  // The dotted line to come begins at now and rises towards the target, day by day.
  const planned = page.getByRole('figure', { name: 'alkalinity over time' }).locator('path[stroke-dasharray="1.5 4"]');
  await expect(planned).toHaveAttribute('d', /[ML]/);
  const numbers = ((await planned.getAttribute('d')) ?? '').match(/-?[\d.]+/g)?.map(Number) ?? [];
  const [x0 = 0, y0 = 0] = numbers;
  const [x1 = 0, y1 = 0] = numbers.slice(-2);
  expect(x1 - x0).toBeGreaterThan(60);
  expect(y0 - y1).toBeGreaterThan(10);
});
