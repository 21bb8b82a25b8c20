import { answer, deep, expect, goToBench, jot, makeOwnTank, NOW, openDemo, openPart, setClock, test } from './steps';

test('the windows that were shut are told with what they did to pH, and what lifts it again', async ({ page }) => {
  await openDemo(page, 'ph');
  await expect(answer(page)).toContainText(/Leave pH alone: it runs from 7\.\d+ to [78]\.?\d* through the day/);
  await expect(answer(page)).toContainText(/Since the windows were shut .* it is lower by 0\.\d+/);
  await expect(answer(page)).toContainText(/Should you want it higher, open the windows/);
  await expect(page.getByRole('img', { name: /^pH runs from .* in outdoor air it would rest at 8\.\d/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /^outdoor air 425\sppm; this room, as read/ })).toBeVisible();

  // The room as it is now is logged on the bench, and undone.
  const room = page.getByRole('form', { name: 'The room now' });
  await expect(room).toContainText('Windows shut');
  await room.getByRole('button', { name: 'Opened now' }).click();
  await expect(room).toContainText('Windows open');
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(room).toContainText('Windows shut');

  await openPart(page, 'Ways up');
  await expect(answer(page)).toContainText(/First of all, open the windows/);
  const ways = page.getByRole('list', { name: 'Ways to a higher pH' });
  const liftOf = async (name: RegExp) => {
    const text = await ways.getByRole('listitem').filter({ hasText: name }).innerText();
    return Number(/lifts by (\d\.\d+)/.exec(text)?.[1]);
  };
  const [windows, skimmer] = [await liftOf(/^Open the windows/), await liftOf(/^Lead outside air/)];
  await page.getByLabel('Open the windows').check();
  await page.getByLabel('Lead outside air to the skimmer').check();
  const together = page.getByRole('status').filter({ hasText: /^Together they lift/ });
  await expect(together).toBeVisible();
  const both = Number(/mean by (\d\.\d+)/.exec(await together.innerText())?.[1]);
  expect(both).toBeGreaterThanOrEqual(windows);
  expect(both).toBeLessThan(windows + skimmer);

  // Media by the air they pass and what the room holds; a price makes it a cost.
  await page.getByLabel('Media cost, a kilogram').fill('12');
  await expect(ways.getByRole('listitem').filter({ hasText: /scrubber media/ })).toContainText(/a month/);
  // A refused figure is told, and no old answer stands for it.
  await page.getByLabel('Room with windows open').fill('42000');
  await expect(page.getByRole('alert').filter({ hasText: /CO2 of the room/ })).toBeVisible();
});

deep(
  'a pH that is low leads from Today to what is checked first; windows are jotted and open the day anew',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '250');
    await jot(page, 'alk 8.5, ph 7.7, windows shut, co2 1400');
    await expect(page.getByRole('main')).toContainText(
      /pH was 7\.7 .*first check the probe in two buffers, for no calibration is logged/,
    );
    await expect(page.getByRole('main')).toContainText(/open the windows that were shut/);
    await goToBench(page, 'ph');
    await expect(answer(page)).toContainText(/pH is low: open the windows/);
    await expect(page.getByText(/It was read at one hour only/)).toBeVisible();
  },
);

deep('the aeration check runs by the clock and names the cause', async ({ page, context }) => {
  await makeOwnTank(page, 'Bay Window', '250');
  await jot(page, 'alk 8.5, ph 7.85');
  const address = page.url().replace(/\/today.*/, '/ph?as=aeration');
  await page.goto(address);
  await expect(answer(page)).toContainText(/should rise to 8\.2\d*/);
  await page.getByRole('button', { name: 'The bubbling begins now' }).click();
  await expect(page.getByRole('status').filter({ hasText: /(60|59) minutes left/ })).toBeVisible();
  // An hour later, the page loaded anew in between.
  await setClock(context, NOW + 65 * 60_000);
  await page.goto(address);
  await expect(page.getByRole('status').filter({ hasText: 'The hour is over' })).toBeVisible();
  await page.getByLabel('pH after').fill('8.22');
  await expect(answer(page)).toContainText(/It is the air/);
  await page.getByLabel('pH after').fill('7.88');
  await expect(answer(page)).toContainText(/It is not the air.*two buffers/);
  await page.getByRole('button', { name: 'Log what it came to' }).click();
  await expect(page.getByText('Logged the aeration check', { exact: true })).toBeVisible();
});

deep('a probe in two buffers is calibrated or corrected, swapped buffers are told', async ({ page }) => {
  await openDemo(page, 'instruments');
  await page.goto('/demo/atrium/ph?as=probe');
  await page.getByLabel('Reads in the first buffer').fill('9.95');
  await page.getByLabel('Reads in the second buffer').fill('7.1');
  await expect(page.getByText(/The two are swapped/)).toBeVisible();
  await expect(page.getByRole('button', { name: /calibrated in them/ })).toHaveCount(0);
  await page.getByLabel('Reads in the first buffer').fill('7.2');
  await page.getByLabel('Reads in the second buffer').fill('10.1');
  await expect(answer(page)).toContainText(
    /Calibrate the probe in these two buffers now: in the tank it reads 0\.16 high/,
  );
  await page.getByRole('button', { name: 'It was calibrated in them now' }).click();
  await expect(page.getByText('pH pen calibrated', { exact: true })).toBeVisible();
  await page.getByLabel('Reads in the first buffer').fill('7.1');
  await page.getByLabel('Reads in the second buffer').fill('10.1');
  await page.getByRole('button', { name: /^Correct its readings instead/ }).click();
  await expect(page.getByText('pH pen corrected by its buffers', { exact: true })).toBeVisible();
  // Within the same minute it stands in place of the one before.
  await expect(page.getByRole('region', { name: 'What its buffers told before' }).getByRole('listitem')).toHaveCount(1);
  await page.goto('/demo/atrium/instruments');
  await expect(page.getByText(/Calibrated today/)).toBeVisible();
});
