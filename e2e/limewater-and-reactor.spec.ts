import { answer, entryLine, expect, goToBench, jot, makeOwnTank, openDemo, openPart, test, deep } from './steps';

deep('limewater is set from the screen alone: vessel, lime, hours', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '250');
  await goToBench(page, 'limewater');
  await expect(answer(page)).toContainText(/Limewater: up to [\d.]+\s?L\/day fits this tank’s evaporation/);
  const made = page.getByRole('form', { name: 'How it is made' });
  await made.getByLabel('The vessel holds').fill('10 l');
  await made.getByLabel('Its temperature').fill('25 c');
  await made.getByLabel('Its pump gives').fill('300 ml/h');
  await made.getByRole('button', { name: 'Save' }).click();
  const log = page.getByRole('form', { name: 'Made or tested' });
  await log.getByLabel('Calcium hydroxide added').fill('25 g');
  await log.getByLabel('Vessel filled up to').fill('10 l');
  await log.getByRole('button', { name: 'Log it' }).click();
  // 25 g put into 10 L at 25 °C leave 9 g lying: told, and not refused.
  await expect(page.getByRole('img', { name: /9 g lie on the bottom/ })).toBeVisible();

  // More than evaporates is refused, and no button acts on the old answer.
  await page.getByLabel('Limewater a day').fill('40 l');
  await expect(page.getByRole('alert').filter({ hasText: /limewater a day/i })).toContainText(
    'Evaporation and top-off',
  );
  await expect(page.getByRole('button', { name: /^Set limewater to/ })).toHaveCount(0);
  await page.getByLabel('Limewater a day').fill('0.6 l');
  await expect(answer(page)).toContainText(/Run 0\.6\s?L\/day of limewater/);
  await page.getByRole('button', { name: 'Set limewater to 0.6 L/day from now' }).click();
  await expect(answer(page)).toContainText(/Go on with 0\.6\s?L\/day of limewater.*Refill the vessel/);

  await openPart(page, 'When to drip');
  await page.getByLabel('Limewater from', { exact: true }).fill('20:00');
  await page.getByLabel('until').fill('08:00');
  await expect(answer(page)).toContainText(/20:00 to 8:00, 50\s?mL an hour/);
  await page.getByLabel('Its drip is set to').fill('150 ml/h');
  await expect(page.getByText(/which of the two is meant/)).toBeVisible();
  // A pump too slow for its hours.
  await page.getByLabel('until').fill('21:00');
  await expect(page.getByRole('alert').filter({ hasText: 'hours of the drip' })).toContainText('cylinder');
  await page.getByLabel('until').fill('08:00');
  await page.getByRole('button', { name: 'Set these hours from now' }).click();
  await expect(page.getByRole('button', { name: 'This is how it runs now' })).toBeDisabled();

  await openPart(page, 'If the pump sticks');
  await expect(answer(page)).toContainText(/10\s?L take pH to 9\.\d\d; up to [\d.]+\s?L stays below 8\.6/);
  await expect(page.getByRole('figure', { name: /^pH as the pump gives it/ })).toBeVisible();
  await page.getByLabel('The vessel held').fill('1 l');
  await expect(answer(page)).toContainText(/1\s?L take pH to 8\.\d\d/);
});

deep('limewater that the top-off drives is told on the top-off bench too', async ({ page }) => {
  await openDemo(page, 'limewater');
  await expect(answer(page)).toContainText(/Go on with 2\.64\s?L\/day of limewater/);
  const made = page.getByRole('form', { name: 'How it is made' });
  await made.getByLabel('The top-off’s own pump drives it').check();
  await expect(made).toContainText('Limewater wears a pump');
  await made.getByRole('button', { name: 'Save' }).click();
  await page.goto('/demo/atrium/top-off?as=fails');
  await expect(answer(page)).toContainText(/at pH 1\d\.\d\d/);
  await expect(page.getByText(/Limewater goes in with the top-off: stuck on/)).toBeVisible();
});

test('a calcium reactor is set, measured and dialled in from the screen alone', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '400');
  await goToBench(page, 'reactor');
  await page.getByLabel('Consumption').fill('1 dkh/day');
  await page.getByLabel('Tank alkalinity').fill('8 dkh');
  await page.getByLabel('Effluent alkalinity').fill('30 dkh');
  // The worked case: 18.2 L a day, 12.6 mL a minute.
  await expect(answer(page)).toContainText(/Run the effluent at 12\.6\s?mL\/min, which is 18\.2\s?L\/day/);
  // An effluent no chamber at that pH can give is refused, with the pH that would.
  await page.getByLabel('Chamber pH').fill('6.8');
  await expect(page.getByRole('alert').filter({ hasText: 'effluent alkalinity' })).toContainText(
    /chamber pH 6\.7\d or lower/,
  );
  await expect(page.getByRole('button', { name: /Set as the reactor/ })).toHaveCount(0);
  await page.getByLabel('Chamber pH').fill('6.6');
  await expect(page.getByRole('img', { name: /media stop dissolving at 3[78]\.\d+ dKH/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Find what it supports' }).click();
  await page.getByLabel('Flow').fill('6.3');
  await expect(answer(page)).toContainText(/supports 0\.4\d+\s?dKH\/day|supports 0\.5\d*\s?dKH\/day/);
  await page.getByRole('radio', { name: 'Find the flow' }).click();
  await page.getByRole('button', { name: 'Set as the reactor’s flow from now' }).click();

  await openPart(page, 'Gas and media');
  await expect(answer(page)).toContainText(/uses 7\.\d+\s?g of media and about 5\.\d+\s?g of CO₂ a day/);
  const built = page.getByRole('form', { name: 'How the reactor is built' });
  await built.getByLabel('A full charge of media').fill('1 kg');
  await built.getByLabel('CO₂ in a full cylinder').fill('2 kg');
  await built.getByLabel('Bubbles counted').fill('60');
  await expect(built.getByRole('button', { name: 'Save' })).toBeDisabled();
  await built.getByLabel('Volume they filled').fill('5 ml');
  await built.getByRole('button', { name: 'Save' }).click();
  await expect(answer(page)).toContainText(/2\d bubbles a minute.*Fill up the media by/);

  await openPart(page, 'Dial in');
  const measured = page.getByRole('form', { name: 'Measured now' });
  await measured.getByLabel('Effluent, tested').fill('27 dkh');
  await measured.getByLabel('Chamber pH, read').fill('6.3');
  await measured.getByRole('button', { name: 'Log it' }).click();
  await expect(answer(page)).toContainText(/The chamber is at pH 6\.3.*turn to sludge/);
  await expect(page.getByRole('region', { name: 'Settings and tests' })).toContainText(
    'effluent 27 dKH, chamber at pH 6.3',
  );

  await openPart(page, 'Size and price');
  await page.getByLabel('Dosing pumps').fill('150');
  await page.getByLabel('Reactor media, a kilogram').fill('6');
  await page.getByRole('button', { name: 'Save these prices' }).click();
  await expect(page.getByRole('button', { name: 'Saved with the settings' })).toBeDisabled();
  await expect(answer(page)).toContainText(/A chamber of [\d.]+\s?L/);
});

test('effluent tests and limewater have their place in the jotted line', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '400');
  await jot(page, '2 days ago reactor 12 ml/min effluent 30 dkh chamber 6.6');
  await jot(page, 'effluent 28 dkh ph 6.55 11 ml/min 30 bubbles');
  await jot(page, 'limewater 25 g in 10 l');
  await goToBench(page, 'log');
  await expect(
    entryLine(page, 'effluent 28 dKH, chamber at pH 6.55, flow 11 mL/min, 30 bubbles a minute'),
  ).toBeVisible();
  await expect(entryLine(page, '25 g of calcium hydroxide into the limewater')).toBeVisible();
  await goToBench(page, 'dosing');
  await expect(page.getByRole('region', { name: 'What runs now' })).toContainText(
    'reactor at 11 mL/min, effluent 28 dKH',
  );
});
