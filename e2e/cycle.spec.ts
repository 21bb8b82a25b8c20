import type { Page } from '@playwright/test';
import { answer, expect, goToBench, jot, makeOwnTank, NOW, openDemo, openPart, test, workingText, deep } from './steps';

const region = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
const daysAgo = (days: number) => {
  const day = new Date(NOW - days * 86_400_000);
  return `${day.toISOString().slice(0, 10)}T12:00`;
};

test('the demo’s third-week tank is read from its tests: stage, end, what to do; a test logged moves it', async ({
  page,
}) => {
  await openDemo(page, 'cycle', 'back-room');
  await expect(answer(page)).toContainText(
    /Nitrite is falling: test both .* It will probably be through (between|by) /,
  );
  await expect(answer(page)).toContainText(/likely|estimated/);
  await expect(page.getByRole('listitem').filter({ hasText: 'Nitrite falling' })).toHaveAttribute(
    'aria-current',
    'step',
  );
  await expect(region(page, 'Un-ionised ammonia')).toContainText('too little to harm');
  await expect(page.getByText(/A nitrate kit turns nitrate into nitrite first/)).toBeVisible();
  const working = await workingText(page);
  expect(working).toContain('Nitrite, probably');
  expect(working).toContain('Clegg and Whitfield 1995');
  // The same figures as a table.
  await page.getByRole('button', { name: 'the cycle as a table' }).click();
  await expect(page.getByRole('figure').getByRole('table')).toContainText(/tested 5\.\d\d mg\/L/);

  const today = page.getByRole('form', { name: 'Today’s reading' });
  await today.getByLabel('Ammonia').fill('40');
  await expect(today.getByRole('alert')).toContainText('0 mg/L to 30 mg/L');
  await today.getByLabel('Ammonia').fill('0');
  await today.getByLabel('Nitrite').fill('0');
  await today.getByRole('button', { name: 'Log it' }).click();
  await expect(today.getByLabel('Nitrite')).toHaveValue('');
  // One test that disagrees with seventeen does not end a cycle.
  await expect(answer(page)).not.toContainText('The tank is cycled');
});

test('Today of a cycling tank opens on its cycle, and the tide line follows its nitrite', async ({ page }) => {
  await openDemo(page, 'today', 'back-room');
  await expect(answer(page)).toContainText('Nitrite is falling');
  await answer(page).getByRole('link', { name: 'See how, and act' }).click();
  await expect(page).toHaveURL(/back-room\/new-tank$/);
  await expect(page.getByRole('combobox', { name: /tide line/i })).toHaveValue('nitrite');
});

deep(
  'a stranger plans an empty stand: masses, salt, heat, the work in its order, ticked and kept',
  async ({ page }) => {
    await makeOwnTank(page, 'Window Sill', '60');
    await answer(page).getByRole('link', { name: 'Not running yet? Set it up' }).click();
    await page.getByLabel('Length').fill('24 in');
    await page.getByLabel('Width, front to back').fill('30');
    await page.getByLabel('Height').fill('36 cm');
    await page.getByLabel('Rim above the water').fill('3');
    // 60.96 × 30 × 33 cm are 60.3 L, and a pound of rock and sand to the gallon displaces 6.6 L of it.
    await expect(answer(page)).toContainText(/It will hold 53\.\d\s?L/);
    await page.getByLabel('Rim above the water').fill('50');
    await expect(page.getByRole('main').getByRole('alert').first()).toContainText('0 cm to 40');
    await page.getByLabel('Rim above the water').fill('3');
    await page.getByRole('radio', { name: 'live', exact: true }).click();
    const work = region(page, 'The order of work');
    await expect(work).toContainText('Live rock');
    await page.getByRole('button', { name: 'Save this plan' }).click();
    await work.getByRole('checkbox', { name: /^Level along and across/ }).check();
    await page.getByRole('button', { name: /Take these volumes/ }).click();
    await expect(page.getByText(/taken as planned/).first()).toBeVisible();
    await page.reload();
    await expect(work.getByRole('checkbox', { name: /^Level along and across/ })).toBeChecked();
    await expect(page.getByLabel('Length')).toHaveValue('60.96 cm');
    await goToBench(page, 'tank');
    await expect(answer(page)).toContainText(/Window Sill holds 53\.\d\s?L/);
    await goToBench(page, 'log');
    await expect(region(page, 'Entries')).toContainText('Level along and across');
  },
);

deep(
  'from the first dose to the first fish: begun, read each day, confirmed, put to the test, stocked',
  async ({ page }) => {
    await makeOwnTank(page, 'Window Sill', '60');
    await goToBench(page, 'new-tank');
    // 120 mg of ammonia are 377 mg of its chloride (CIAAW 2021).
    await expect(answer(page)).toContainText(/Dose 0\.377\s?g of ammonium chloride for 2\s?mg\/L/);
    await page.getByLabel('Ammonia wanted').fill('1');
    await expect(answer(page)).toContainText(/Dose 0\.188\s?g/);
    await page.getByLabel('Ammonia wanted').fill('2');
    await page.getByRole('combobox', { name: 'School' }).selectOption('ocean-rock');
    await expect(page).toHaveURL(/school=ocean-rock/);
    await expect(answer(page)).toContainText('Rinse the rock');
    await page.goBack();
    await expect(answer(page)).toContainText('ammonium chloride');
    await page.getByLabel('Begins').fill(daysAgo(24));
    await page.getByRole('button', { name: 'Begin this cycle' }).click();
    await openPart(page, 'Each day');
    await expect(answer(page)).toContainText('not enough yet');
    await expect(page.getByText(/Neither ammonia nor nitrite was tested for 2[34]\sdays/)).toBeVisible();

    for (const [days, ammonia, nitrite] of [
      [23, 2, 0],
      [20, 1.6, 1],
      [16, 0.2, 4.5],
      [12, 0, 5],
      [8, 0, 3],
      [4, 0, 0.1],
      [3, 0, 0],
      [2, 0, 0],
    ])
      await jot(page, `${days} days ago ammonia ${ammonia} nitrite ${nitrite}`);
    await expect(answer(page)).toContainText('The tank is cycled');
    await page.getByRole('button', { name: 'Mark as cycled' }).click();
    // What comes after it is looked at next.
    await expect(answer(page)).toContainText('Open now: first change of water, clean-up crew, first fish.');
    const gates = region(page, 'Gates');
    await expect(gates.getByRole('listitem').filter({ hasText: 'First fish' })).toContainText(
      'The starter’s course is over.',
    );
    await expect(gates.getByRole('listitem').filter({ hasText: 'Stony corals' })).toContainText('half a year');
    await expect(region(page, 'Put to the test')).toContainText(/Dose 0\.377\s?g of ammonium chloride/);

    // Described as a bottle, the dose is logged, and the next day's test tells.
    await goToBench(page, 'bottles');
    await openPart(page, 'Solutions');
    await page.getByRole('button', { name: 'Describe a solution' }).click();
    const form = page.getByRole('form', { name: 'A solution' });
    await form.getByLabel('Name').fill('Ammonia drops');
    await form.getByLabel('Salt').selectOption('ammonium-chloride');
    await form.getByLabel('Grams in a litre').fill('20');
    await form.getByRole('button', { name: 'Save the solution' }).click();
    await expect(form).toBeHidden();
    await jot(page, '30 hours ago dosed 18.9 ml ammonia drops');
    await goToBench(page, 'new-tank');
    await expect(region(page, 'Put to the test')).toContainText('test ammonia and nitrite');
    await jot(page, '5 hours ago ammonia 0 nitrite 0');
    await expect(region(page, 'Put to the test')).toContainText('Passed: the dose was gone within');
    await expect(answer(page)).toContainText('first fish');
    await jot(page, 'added a fish');
    await expect(gates.getByRole('listitem').filter({ hasText: 'First fish' })).toContainText('done');
    await expect(region(page, 'What went in')).toContainText('a fish');
  },
);

deep('what a kit means by its figures is asked once, and every plain figure is read so', async ({ page }) => {
  await openDemo(page, 'cycle', 'back-room');
  const kits = region(page, 'Your kits');
  await kits.getByLabel('The ammonia kit reads').selectOption('mg/L NH3-N');
  await expect(page.getByText('The ammonia kit reads mg/L NH3-N').first()).toBeVisible();
  // The scale's first step is the same figure on the kit, whatever it is told as.
  await expect(kits.getByLabel('First step, ammonia')).toHaveValue('0.2 mg/L NH3-N');
  await jot(page, 'ammonia 0.41');
  await page.goto('/demo/back-room/log');
  await expect(region(page, 'Entries')).toContainText('ammonia 0.41 mg/L NH3-N');
  await page.goto('/demo/back-room/cycle');
  await kits.getByLabel('The ammonia kit reads').selectOption('mg/L');
  await expect(page.getByText('The ammonia kit reads mg/L', { exact: true }).first()).toBeVisible();
  await page.goto('/demo/back-room/log');
  await expect(region(page, 'Entries')).toContainText('ammonia 0.5 mg/L');
});

deep('animals in a tank that cycles: told at once, with the change that helps them', async ({ page }) => {
  await makeOwnTank(page, 'Window Sill', '60');
  await goToBench(page, 'new-tank');
  await page.getByLabel('Begins').fill(daysAgo(3));
  await page.getByRole('button', { name: 'Begin this cycle' }).click();
  await jot(page, 'yesterday noon ammonia 2 nitrite 0 ph 8.2');
  await jot(page, '2 hours ago ammonia 2 nitrite 0.2 ph 8.2');
  await openPart(page, 'Each day');
  await page.getByLabel('Goes in today').selectOption('fish');
  await page.getByRole('button', { name: 'Log it as added' }).click();
  await expect(answer(page)).toContainText(/change 50\s?% of the water now, for the animals’ sake/);
  await expect(page.getByRole('list', { name: 'Dangers' })).toContainText('dose no more ammonia');
  await expect(region(page, 'Un-ionised ammonia')).toContainText('enough to harm fish');
});

deep('the net volume by dilution, and a tank filled from a running one', async ({ page }) => {
  await openDemo(page, 'cycle?as=volume', 'back-room').catch(() => undefined);
  await page.getByLabel('This much of it').fill('2.3 g');
  await page.getByLabel('Alkalinity before').fill('7.9');
  await page.getByLabel('Alkalinity after').fill('9.6 dkh');
  // 2.3 g ÷ 84.007 g/mol are 27.38 meq; 1.7 dKH are 0.6063 meq/L (CIAAW 2021).
  await expect(answer(page)).toContainText(/It holds 45\.2\s?L/);
  await page.getByLabel('Alkalinity after').fill('7');
  await expect(page.getByRole('main').getByRole('alert').first()).toContainText('above what it was before');
  await page.getByLabel('Alkalinity after').fill('9.6');
  await page.getByRole('button', { name: 'Take it as the net volume' }).click();
  await expect(page.getByText(/holds 45\.2 L, measured/).first()).toBeVisible();

  await openPart(page, 'From a running tank');
  await expect(answer(page)).toContainText(
    /Switch top-off and skimmer off, take .* left to its top-off it would fall to/,
  );
  await page.getByLabel('Water taken').fill('700');
  await expect(page.getByRole('main').getByRole('alert').first()).toContainText('less than the running tank holds');
});
