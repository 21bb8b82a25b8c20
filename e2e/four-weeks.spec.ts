import { answer, expect, goToBench, describeCarbonate, jot, makeOwnTank, NOW, setClock, test } from './steps';

const DAY = 86_400_000;
/** 80 g/L of sodium carbonate: 1.5096 mmol in a millilitre (CIAAW 2021), in 310 L, in dKH. */
const DKH_PER_ML = 1.5096 / 310 / 0.35665;
/** What this tank consumes, dKH a day, and the middle of the band that keepers hold. */
const CONSUMES = 0.6;
const TARGET = 8.25;

/** A test reads to a tenth of a dKH. */
const read = (level: number) => level.toFixed(1);

test('four weeks of tests and doses as the answer says, from low to on target and held there', async ({
  page,
  context,
}) => {
  await makeOwnTank(page, 'Bay Window', '310');
  await describeCarbonate(page);
  // Three weeks of a dose that is a little short: by arithmetic alone, no model of ours.
  let dose = 42;
  let level = 8.2;
  await jot(page, `21 days ago dosing ${dose} ml/day carbonate alk ${read(level)}`);
  for (const daysAgo of [14, 7]) {
    level += 7 * (dose * DKH_PER_ML - CONSUMES);
    await jot(page, `${daysAgo} days ago alk ${read(level)}`);
  }
  level += 7 * (dose * DKH_PER_ML - CONSUMES);
  expect(level).toBeLessThan(TARGET - 0.5);

  const levels: number[] = [];
  let moves = 0;
  for (let week = 0; week < 4; week++) {
    await jot(page, `alk ${read(level)}`);
    levels.push(level);
    await goToBench(page, 'dosing');
    const told = (await answer(page).innerText()).replace(/\s+/g, ' ');
    const set = page.getByRole('button', { name: 'Set these doses from now' });
    if (/Increase|Reduce/.test(told)) {
      if (week === 0)
        expect(told).toMatch(
          /Increase Carbonate from 42 mL\/day to \d+(\.\d)? mL\/day until .* which brings alkalinity to 8\.25 dKH; then \d+(\.\d)? mL\/day holds it/,
        );
      await set.click();
      await expect(page.getByRole('button', { name: 'This is what runs now' })).toBeDisabled();
      moves++;
    }
    const runs = await page.getByRole('region', { name: 'What runs now' }).innerText();
    dose = Number(/Carbonate at ([\d.]+) mL\/day/.exec(runs)?.[1]);
    // A week goes by as it was set; a dose set for a time runs to its end, which a test stands at.
    level += 7 * (dose * DKH_PER_ML - CONSUMES);
    await setClock(context, NOW + (week + 1) * 7 * DAY);
    await page.reload();
    await expect(answer(page)).toBeVisible();
  }
  await jot(page, `alk ${read(level)}`);
  levels.push(level);
  // It came back, stayed near, and the pump was seldom set.
  expect(Math.abs(level - TARGET)).toBeLessThan(0.35);
  expect(Math.max(...levels)).toBeLessThan(TARGET + 0.4);
  expect(moves).toBeLessThanOrEqual(3);
  // The record shows both: the dose set for a time, and where it was to lead.
  await goToBench(page, 'log');
  await expect(
    page
      .getByRole('region', { name: 'Entries', exact: true })
      .getByText(/alkalinity to be raised from 7\.\d+ dKH to 8\.25 dKH/)
      .first(),
  ).toBeVisible();
  await goToBench(page, 'dosing');
  await expect(page.getByRole('region', { name: 'How well it was held' }).last()).toContainText(
    /Alkalinity was within its band on \d+.*The advice of \d of \d tests was followed/,
  );
});
