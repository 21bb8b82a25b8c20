import { answer, deep, expect, goToBench, jot, makeOwnTank, openDemo, openPart, test } from './steps';

test('the demo tells its story of nutrients: level, balance, levers, the film that came and went', async ({ page }) => {
  await openDemo(page, 'nutrients');
  await expect(answer(page)).toContainText(/Leave nitrate and phosphate as they are: nitrate [5-9]/);
  await expect(page.getByRole('img', { name: /^Nitrate and phosphate together, from .* in 1\d tests/ })).toBeVisible();
  await page.getByRole('button', { name: 'the way of the two as a table' }).click();
  await expect(page.getByRole('columnheader', { name: 'Phosphate' })).toBeVisible();

  const leaves = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the way of the two as SVG' }).click();
  expect((await leaves).suggestedFilename()).toBe('nitrate-and-phosphate.svg');

  await openPart(page, 'Balance');
  await expect(answer(page)).toContainText(/what is fed would bring about 0\.\d+\smg\/L\/day, changes of water take/);
  const parts = page.getByRole('region', { name: 'The balance' });
  await expect(parts).toContainText(/Export, the rest/);
  await expect(page.getByRole('img', { name: /^Nitrate is about .* in four weeks, between/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Phosphate' }).click();
  await expect(answer(page)).toContainText(/^Phosphate /);

  // What is right together is left alone by the levers too, until a level is named.
  await openPart(page, 'Levers');
  await expect(answer(page)).toContainText(/Leave nitrate as it is: in its band it stays/);
  await page.getByLabel(/wanted/).fill('2 mg/L');
  await expect(answer(page)).toContainText(/Feed .* in place of/);
  await expect(page.getByRole('list', { name: 'Levers, in their order' }).getByRole('listitem')).not.toHaveCount(0);
  // N for NO3, and a figure that is none, are asked about; the old answer does not stand.
  await page.getByLabel(/wanted/).fill('900');
  await expect(page.getByRole('alert').filter({ hasText: /nitrate/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What the last ones did' })).toContainText(/colour back after 2 weeks/);

  await openPart(page, 'Algae and pests');
  await expect(answer(page)).toContainText(/Cyanobacteria went: seen for 14\sdays/);
  await page.getByLabel('What is seen').selectOption('flatworms');
  await expect(page.getByText(/Never again here: a flatworm medicine.*Two cleaner shrimps/)).toBeVisible();
});

deep(
  'a starved tank of one’s own leads from Today to more food, and a carbon source is not begun',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '250');
    await jot(page, '3 weeks ago no3 0 po4 0');
    await jot(page, '2 weeks ago no3 0 po4 0');
    await jot(page, 'no3 0 po4 0, pale corals, alk 9.4');
    await expect(page.getByRole('main')).toContainText(/Feed more: nitrate and phosphate have both read zero/);
    await goToBench(page, 'nutrients');
    await expect(answer(page)).toContainText(/Feed more: nitrate and phosphate have both read zero/);

    await openPart(page, 'Carbon source');
    await expect(answer(page)).toContainText(/First tell since when the tank holds water/);
    await page.getByLabel(/Age of the tank/).fill('2 weeks');
    await expect(answer(page)).toContainText(/Do not begin a carbon source: this tank is 14\sdays old/);
    await page.getByLabel(/Age of the tank/).fill('3 years');
    await page.getByLabel('Skimmer').selectOption('runs');
    await expect(answer(page)).toContainText(/Do not begin a carbon source: there is nothing to take out/);
  },
);

deep('levers are logged by a press and told back; what is fed is jotted in the keeper’s words', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '250');
  await jot(page, 'feeding 2 cubes twice a day');
  await jot(page, 'no3 8 po4 0.08');
  await goToBench(page, 'nutrients');
  await expect(page.getByText('2 cubes twice a day')).toBeVisible();
  await openPart(page, 'Levers');
  const levers = page.getByRole('form', { name: 'Levers and what they gave' });
  await levers.getByRole('button', { name: 'Nights only from now' }).click();
  await expect(levers).toContainText('skimmer: some hours a day');
  await levers.getByLabel('Skimmate in the cup').fill('0.8');
  await levers.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText(/Logged 0\.8\sL/).first()).toBeVisible();
  await openPart(page, 'Together');
  await expect(page.getByText('Skimmer for 12 h a day')).toBeVisible();
});

deep(
  'a carbon source is begun, gone wrong and stopped by its buttons; a film is seen and gone; a remedy is ruled out',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '250');
    await jot(page, 'no3 20 po4 0.12, skimmer on');
    await goToBench(page, 'nutrients');
    await openPart(page, 'Carbon source');
    await page.getByLabel(/Age of the tank/).fill('3 years');
    // 0.8 mL in 100 L, by the volume: 2 mL into 250 L.
    await expect(answer(page)).toContainText(/Begin with 2\smL\/day of vinegar/);
    await page.getByRole('button', { name: 'Set this dose' }).click();
    await expect(answer(page)).toContainText(/Hold it as it is: the last step is not through yet/);
    await page.getByRole('button', { name: 'A dose missed' }).click();
    await expect(answer(page)).toContainText(/never two days’ worth/);
    await page.getByRole('radio', { name: 'Pellets' }).click();
    await expect(answer(page)).toContainText(/another carbon source runs already/);
    await page.getByRole('radio', { name: 'Liquid' }).click();
    await page.getByRole('button', { name: 'Stopped now' }).click();
    await expect(page.getByRole('button', { name: 'Stopped now' })).toBeHidden();

    await openPart(page, 'Algae and pests');
    await page.getByLabel('What is seen').selectOption('flatworms');
    await expect(answer(page)).toContainText(/was not logged here; were it seen/);
    await page.getByRole('button', { name: 'Seen now' }).click();
    await expect(answer(page)).toContainText(/^Flatworms: siphon them off/);
    await page.getByRole('form', { name: 'Never again' }).getByLabel('What it cost').fill('A wrasse');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText(/Never again here: a flatworm medicine.*A wrasse/)).toBeVisible();
    await page.getByRole('button', { name: 'Gone now' }).click();
    await expect(answer(page)).toContainText(/Flatworms went/);

    await openPart(page, 'Levers');
    const levers = page.getByRole('form', { name: 'Levers and what they gave' });
    await levers.getByRole('button', { name: 'Taken out now' }).first().click();
    await expect(levers).toContainText('mechanical filter: out');
    await levers.getByRole('button', { name: 'Nights only from now' }).click();
    await levers.getByRole('button', { name: 'All day from now' }).click();
    await expect(levers).toContainText('skimmer: on all day');
  },
);
