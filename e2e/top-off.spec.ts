import type { Page } from '@playwright/test';
import {
  answer,
  expect,
  goToBench,
  jot,
  jotField,
  makeOwnTank,
  openDemo,
  openPart,
  test,
  workingText,
  deep,
} from './steps';

const region = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
const dangers = (page: Page) => page.getByRole('list', { name: 'Dangers' }).first();
const field = (page: Page, name: string) => page.getByLabel(name, { exact: true });

/** A tank of 310 L with a reservoir, on its Top-off bench. */
async function tankWithReservoir(page: Page, reservoir: string): Promise<void> {
  await makeOwnTank(page, 'Bay Window', '310');
  await goToBench(page, 'tank');
  await page.getByLabel('Top-off reservoir').fill(reservoir);
  await page.getByRole('button', { name: 'Save the tank' }).click();
  await expect(page.getByText(/Saved|Kept|Bay Window/).first()).toBeVisible();
  await goToBench(page, 'top-off');
}

test('evaporation: by surface and room at first, then by refills and looks; a figure of one’s own overrules them', async ({
  page,
}) => {
  await tankWithReservoir(page, '40');
  await expect(answer(page)).toContainText('rough');
  await expect(answer(page)).toContainText('Nothing is measured yet');
  for (const days of [22, 15, 8]) await jot(page, `${days} days ago refilled 24.5 l`);
  await jot(page, '1 day ago reservoir 15.5 l');
  // 24.5 L in each of three weeks, the last by a look: 3.5 L/day. What stood yesterday less a day is about 12 L.
  await expect(answer(page)).toContainText(/Refill by Sat 28 Nov: evaporation is 3\.5\s?L\/day/);
  await expect(answer(page)).toContainText('estimated');
  const working = await workingText(page);
  expect(working).toContain('ASHRAE pool formula');
  expect(working).toContain('the line through what had gone by 4 looks at the reservoir');

  await field(page, 'Evaporation').fill('4');
  await expect(answer(page)).toContainText(/Refill by Fri 27 Nov: evaporation is 4\s?L\/day/);
  await expect(answer(page)).toContainText('By your own figure.');
  await page.getByRole('button', { name: 'your figure; reset' }).click();
  // S·V ÷ (V + R) = 35 × 310 ÷ 350 = 31 ppt. By hand.
  await expect(dangers(page)).toContainText(/from 35\s?ppt to 31\s?ppt/);

  await field(page, 'Reservoir').fill('30');
  await page.getByRole('button', { name: 'Save this reservoir' }).click();
  await expect(page.getByRole('button', { name: 'Save this reservoir' })).toHaveCount(0);
  // The refills of the larger one still tell the loss.
  await expect(answer(page)).toContainText(/evaporation is 3\.[45]\s?L\/day/);

  await field(page, 'Refilled just now').fill('28');
  await page.getByRole('button', { name: /Log a refill of 28/ }).click();
  await expect(answer(page)).toContainText(/Refill by/);
  await expect(region(page, 'Refills to come').getByRole('listitem').first()).toContainText('about');
});

deep('how it stands is told once, drawn as it is told, and the accident follows from it', async ({ page }) => {
  await tankWithReservoir(page, '45');
  await openPart(page, 'ATO set-up');
  await expect(page.getByText('Both are drawn as usual, until the set-up is described.')).toBeVisible();
  // 60 × 50 cm with 11 cm to the rim: 33 L to spare.
  for (const [name, value] of [
    ['Length', '60 cm'],
    ['Width', '50 cm'],
    ['Height to the rim', '40 cm'],
    ['Water at the mark', '29 cm'],
    ['Stands above the floor', '10 cm'],
  ] as const)
    await field(page, name).fill(value);
  // By the closed form: 35 × 310 ÷ 343 × e^(−12 ÷ 343) = 30.5 ppt, 12 L over the rim.
  await expect(answer(page)).toContainText(/worst case is 30\.5\s?ppt and 12\s?L on the floor/);
  await field(page, 'Lowest salinity put up with').fill('33');
  // 310 × (35 ÷ 33 − 1) = 18.8 L. By hand.
  await expect(answer(page)).toContainText(/18\.8\s?L would keep it above 33\s?ppt/);

  await field(page, 'Water at the mark').fill('50 cm');
  await expect(page.getByRole('alert').filter({ hasText: 'the water stands above the rim' })).toBeVisible();
  await field(page, 'Water at the mark').fill('29 cm');

  for (const [name, value] of [
    ['Its water, full', '40 cm'],
    ['It stands above the floor', '60 cm'],
    ['The hose ends above the floor', '80 cm'],
    ['Bore of the hose', '6 mm'],
    ['Length of the hose', '2 m'],
  ] as const)
    await field(page, name).fill(value);
  // Half of the 40 cm of water stand above the hose's end.
  await expect(dangers(page)).toContainText(/20\s?cm below the full reservoir’s water.*22\.5\s?L of it/);
  await page.getByLabel('A hole at the top of the hose lets air in').check();
  await expect(dangers(page)).not.toContainText('below the full reservoir’s water');
  await page.getByLabel('First sensor').selectOption('optical');
  await expect(region(page, 'Cautions')).toContainText('One optical eye alone');
  await page.getByLabel('Second, cutting the pump').selectOption('float');
  await page.getByRole('button', { name: 'Save the set-up' }).click();
  await expect(page.getByRole('button', { name: 'Set-up saved' })).toBeDisabled();

  await page.reload();
  await openPart(page, 'If it fails');
  await expect(answer(page)).toContainText(/worst case is 30\.5\s?ppt/);
  // 2 cm of 60 × 50 cm are 6 L; 35 × 310 ÷ 316 = 34.3 ppt.
  await expect(region(page, 'What would stop it')).toContainText(
    /A second sensor cuts the pump: 6\s?L come in, 34\.3\s?ppt/,
  );
  await page.getByRole('button', { name: /Try a mark at 18\.5/ }).click();
  await expect(answer(page)).toContainText(/With 18\.5\s?L the worst case is 33\s?ppt; it stays above 33\s?ppt/);
  await page.getByRole('button', { name: 'Save these' }).click();
  await goToBench(page, 'tank');
  await expect(page.getByLabel('Top-off reservoir')).toHaveValue('18.5 L');
});

deep(
  'upkeep: what is late says so, on Today too; done is logged where it stands, and can be undone',
  async ({ page }) => {
    await openDemo(page, 'today');
    await page.getByRole('region', { name: 'After that' }).getByRole('link', { name: 'Maintenance' }).click();
    await expect(page).toHaveURL(/maintenance$/);
    await expect(answer(page)).toContainText('Wipe the optical eye');
    await page.getByRole('button', { name: 'Done: optical eye' }).first().click();
    await expect(answer(page)).not.toContainText('optical eye');
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(answer(page)).toContainText('Wipe the optical eye');
    await page.getByLabel('Every, float').fill('20');
    await expect(answer(page)).toContainText(/wait/);
    await page.getByRole('button', { name: 'Save these days' }).click();
    await jot(page, 'cleaned float');
    await page.reload();
    await expect(page.getByLabel('Every, float')).toHaveValue('20 days');
  },
);

test('leaving: what runs out first, what to fill, and three lines for a helper, on paper too', async ({ page }) => {
  await openDemo(page, 'top-off?as=leaving');
  await expect(answer(page)).toContainText(/The reservoir is the first to run out, after [\d.]+\s?days of 12\s?days/);
  await expect(region(page, 'For the helper').getByRole('listitem')).toHaveCount(3);
  await field(page, 'Away for').fill('5');
  await expect(answer(page)).toContainText(/It can be left for 5\s?days with the reservoir full/);
  await expect(region(page, 'For the helper')).toContainText('Leave the reservoir alone');
  await field(page, 'Feeder holds, portions').fill('6');
  await expect(answer(page)).toContainText(/The feeder is the first to run out, after 3\s?days/);
  await expect(region(page, 'Before leaving')).toContainText(/Fill the feeder with 10/);
  await page.getByRole('button', { name: 'Save these days' }).click();
  await expect(page.getByRole('button', { name: 'These days are saved' })).toBeDisabled();
  await field(page, 'Carbonate part').fill('20 ml');
  await page.getByRole('button', { name: 'Log what is left' }).click();
  await expect(region(page, 'Before leaving')).toContainText(/Fill the bottle of Carbonate part/);
  await expect(region(page, 'The other tanks')).toContainText('Story Corner');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeHidden();
  await expect(region(page, 'For the helper')).toBeVisible();
});

deep(
  'looks at reservoir, room, pump and bottle are logged by fields too, corrected, and leave with the rest',
  async ({ page }) => {
    await openDemo(page, 'log');
    const kind = (name: string) => page.getByRole('radio', { name, exact: true }).click();
    const entries = region(page, 'Entries');
    await kind('Room');
    await page.getByRole('button', { name: 'Log it' }).click();
    await expect(page.getByText('Something is missing')).toBeVisible();
    await field(page, 'Humidity').fill('0.45');
    await page.getByRole('button', { name: 'Use 45 %' }).click();
    await page.getByRole('button', { name: 'Log it' }).click();
    await expect(entries.getByText('45 % humid').first()).toBeVisible();

    await kind('Reservoir read');
    await page.getByLabel('In the reservoir').fill('90');
    await expect(page.getByText(/90 L is more than the reservoir of Atrium holds/)).toBeVisible();
    await page.getByLabel('In the reservoir').fill('31');
    await page.getByRole('button', { name: 'Log it' }).click();
    await expect(entries.getByText('31 L in the reservoir').first()).toBeVisible();

    await kind('Maintenance');
    await page.getByLabel('What was done').selectOption('optical');
    await page.getByRole('button', { name: 'Log it' }).click();
    // A second press while this is being written would be one too many.
    await expect(page.getByText('Logged optical eye').first()).toBeVisible();
    await kind('Pump time');
    await page.getByLabel('The top-off pump ran').fill('41 min');
    await page.getByLabel('Counted over').fill('7 days');
    await page.getByRole('button', { name: 'Log it' }).click();
    await expect(entries.getByText(/top-off pump ran 41 min in 7 days/).first()).toBeVisible();

    await page
      .getByRole('button', { name: /^Edit reservoir read of today/ })
      .first()
      .click();
    await page.getByRole('form', { name: 'Edit this entry' }).getByLabel('In the reservoir').fill('30');
    await page.getByRole('button', { name: 'Save the correction' }).click();
    await expect(entries.getByText('30 L in the reservoir').first()).toBeVisible();
    await goToBench(page, 'top-off');
    await expect(answer(page)).toContainText(/30\s?L should be left/);
  },
);

deep(
  'figures meant otherwise are understood or asked about: areas, humidity, a refill that would not fit',
  async ({ page }) => {
    await tankWithReservoir(page, '40');
    await openPart(page, 'ATO set-up');
    await field(page, 'Display, surface').fill('120 x 60');
    await expect(page.getByRole('main').getByRole('alert')).toContainText('Are those centimetres or inches?');
    await page.getByRole('button', { name: 'Use 120 x 60 cm' }).click();
    await expect(field(page, 'Display, surface')).toHaveValue('0.72 m²');
    await field(page, 'Sump, surface').fill('4000');
    await expect(page.getByRole('main').getByRole('alert')).toContainText('4000 looks like cm²');
    await page.getByRole('button', { name: 'Use 4000 cm²' }).click();
    await expect(field(page, 'Sump, surface')).toHaveValue('0.4 m²');

    await jotField(page).fill('refilled 400 l');
    await expect(page.getByText(/400 L is more than the reservoir of Bay Window holds, 40 L/)).toBeVisible();
    await jotField(page).fill('room 21 c 0.45 %');
    await expect(page.getByText(/room humidity accepts/)).toBeVisible();
    await jotField(page).fill('');
    await goToBench(page, 'tank');
    await page.getByLabel('Room humidity').fill('0.45');
    await expect(page.getByRole('main').getByRole('alert')).toContainText('45 %');
  },
);
