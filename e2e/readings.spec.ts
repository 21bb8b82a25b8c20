import {
  alertSaying,
  answer,
  expect,
  goToBench,
  jot,
  jotField,
  makeOwnTank,
  openDemo,
  openPart,
  test,
  deep,
} from './steps';

test('a biased magnesium kit is found out, corrected from its first reading on, and the log keeps what was read', async ({
  page,
}) => {
  await openDemo(page, 'instruments');
  await expect(answer(page)).toContainText(/New magnesium kit reads 205\s?mg\/L high of Laboratory panel: believe/);
  await expect(answer(page)).toContainText('It shows on all 3 tanks: it is New magnesium kit, not the tanks');
  await expect(page.getByRole('figure', { name: /New magnesium kit less/ })).toContainText('Story Corner');
  await page.getByRole('button', { name: /Correct its readings by/ }).click();
  await expect(answer(page)).toContainText(/that could be compared agree/);
  await goToBench(page, 'log');
  await expect(page.getByRole('region', { name: 'Entries' }).getByText('magnesium 1500 mg/L')).toBeVisible();
  await goToBench(page, 'instruments');
  await page.keyboard.press('u');
  await expect(answer(page)).toContainText(/New magnesium kit reads 205/);
});

deep(
  'an instrument of one’s own is described, jotted by name, and a pair that is apart asks for another',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '300');
    await goToBench(page, 'instruments');
    for (const [name, by] of [
      ['Drop kit', 'kit'],
      ['Test lab', 'laboratory'],
    ] as const) {
      await page.getByRole('button', { name: 'Add an instrument' }).click();
      const form = page.getByRole('form', { name: 'An instrument' });
      await form.getByLabel('Name').fill(name);
      await form.getByLabel('Reads').selectOption('magnesium');
      await form.getByLabel('It is a').selectOption(by);
      if (by === 'laboratory') {
        await form.getByText('What else it reads').click();
        await form.getByLabel('calcium', { exact: true }).check();
      }
      await form.getByRole('button', { name: 'Save the instrument' }).click();
      await expect(form).toBeHidden();
    }
    await jot(page, 'yesterday mg 1510 by drop kit');
    await jot(page, 'yesterday mg 1300 ca 421 by test lab');
    await expect(answer(page)).toContainText(/apart, once: test with both again before acting on either/);
    // A name that is taken is refused, and nothing of the form is lost.
    await page.getByRole('button', { name: 'Add an instrument' }).click();
    const form = page.getByRole('form', { name: 'An instrument' });
    await form.getByLabel('Name').fill('Drop kit');
    await form.getByLabel('Reads').selectOption('magnesium');
    await form.getByRole('button', { name: 'Save the instrument' }).click();
    await expect(alertSaying(page, 'Another instrument for magnesium has that name')).toBeVisible();
    await expect(form.getByLabel('Name')).toHaveValue('Drop kit');
  },
);

test('a session of eight tests goes in by keyboard alone, in the order of the last', async ({ page }) => {
  await openDemo(page, 'log');
  const grid = page.getByRole('form', { name: 'A session of tests' });
  const first = grid.getByRole('textbox', { name: /^Alkalinity/ });
  await first.focus();
  let keys = 0;
  for (const typed of ['8.1', '430', '1310', '5', '<0.02', '8.0', '35.1', '25.4']) {
    await page.keyboard.type(typed);
    await page.keyboard.press('Enter');
    keys += typed.length + 1;
  }
  // At two and a half keys a second, a slow typist's pace, that is under twenty seconds.
  expect(keys).toBeLessThan(50);
  await page.keyboard.press('Control+Enter');
  const entries = page.getByRole('region', { name: 'Entries' });
  await expect(
    entries.getByText(
      'alkalinity 8.1 dKH · calcium 430 mg/L · magnesium 1310 mg/L · nitrate 5 mg/L · phosphate <0.02 mg/L · pH 8 · salinity 35.1 ppt · temperature 25.4 °C',
    ),
  ).toHaveCount(1);
  await expect(first).toHaveValue('');
});

deep(
  'the next session is asked in the order and the units of the last, whichever way that was typed',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '300');
    await jot(page, 'yesterday po4 45 ppb p alk 2.9 meq ca 440 no3 4');
    await goToBench(page, 'log');
    const cells = page.getByRole('form', { name: 'A session of tests' }).getByRole('textbox');
    // The first is when it was tested.
    await expect(cells.nth(1)).toHaveAccessibleName(/^Phosphate ppb p/);
    await expect(cells.nth(2)).toHaveAccessibleName(/^Alkalinity meq/);
    await cells.nth(1).fill('40');
    await cells.nth(1).press('Control+Enter');
    await expect(page.getByRole('region', { name: 'Entries' }).getByText('phosphate 0.123 mg/L')).toBeVisible();
  },
);

deep('of eight cells with one wrong seven stay understood, and the eighth is asked about', async ({ page }) => {
  await openDemo(page, 'log');
  const grid = page.getByRole('form', { name: 'A session of tests' });
  await grid.getByRole('textbox', { name: /^Calcium/ }).fill('432');
  await grid.getByRole('textbox', { name: /^pH/ }).fill('81');
  await grid.getByRole('textbox', { name: /^pH/ }).press('Control+Enter');
  await expect(alertSaying(page, /^pH is not understood; the others stand/)).toBeVisible();
  await expect(grid.getByRole('textbox', { name: /^pH/ })).toBeFocused();
  await grid.getByRole('button', { name: 'Use 8.1' }).click();
  await grid.getByRole('button', { name: 'Log 2 tests' }).click();
  await expect(page.getByRole('region', { name: 'Entries' }).getByText('calcium 432 mg/L · pH 8.1')).toHaveCount(1);
});

deep('in a jotted line the wrong piece is left out with a press, and the rest is logged', async ({ page }) => {
  await openDemo(page, 'log');
  await jotField(page).fill('alk 8.1 ca 432, frobs 12, paling');
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(jotField(page)).toHaveValue('alk 8.1 ca 432, frobs , paling');
  await jotField(page).press('Enter');
  await expect(jotField(page)).toHaveValue('');
  const newest = page.getByRole('region', { name: 'Entries' }).getByRole('listitem');
  // Of one moment, their order is no matter.
  await expect(newest.filter({ hasText: 'alkalinity 8.1 dKH · calcium 432 mg/L' })).toHaveCount(1);
  await expect(newest.filter({ hasText: 'Seen paling' }).first()).toContainText('today 18:00');
});

deep('the paling is laid over starved water, and history is narrowed by sign and kind', async ({ page }) => {
  await openDemo(page, 'what-changed');
  await expect(answer(page)).toContainText(/When paling and polyps in were seen, nitrate was low at/);
  await expect(page.getByText('High alkalinity in starved water bleaches corals')).toBeVisible();
  await page.getByRole('combobox', { name: 'Event', exact: true }).selectOption({ label: '11 Oct: paling' });
  await expect(answer(page)).toContainText(/When paling was seen/);
  await goToBench(page, 'log');
  await page.getByRole('combobox', { name: 'Seen', exact: true }).selectOption('paling');
  const entries = page.getByRole('region', { name: 'Entries' });
  await expect(entries.getByRole('listitem')).toHaveCount(2);
  await expect(page).toHaveURL(/sign=paling/);
  await page.reload();
  await expect(entries.getByRole('listitem')).toHaveCount(2);
  await page.getByRole('combobox', { name: 'Seen', exact: true }).selectOption('');
  await page.getByRole('combobox', { name: 'Kind', exact: true }).selectOption('trial');
  await expect(entries.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('combobox', { name: 'Kind', exact: true }).selectOption('');
  await page.getByRole('searchbox', { name: 'Words in them' }).pressSequentially('bottle found dry');
  await expect(entries.getByRole('listitem')).toHaveCount(2);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/find=bottle/);
});

test('any event is asked what it changed, with what else changed in those days', async ({ page }) => {
  await openDemo(page, 'what-changed');
  await page
    .getByRole('combobox', { name: 'Event', exact: true })
    .selectOption({ label: '7 Sep: feeding 1 cube of frozen food, every other day' });
  await expect(answer(page)).toContainText(
    /Nitrate (is lower since|turned at) “feeding 1 cube of frozen food, every other day”/,
  );
  await expect(page.getByText(/In the same days:.*Any of these may be why/)).toBeVisible();
  await page.getByRole('radio', { name: 'Alkalinity' }).click();
  await expect(answer(page)).toContainText(/alkalinity/i);
  await page.getByLabel('Days after').fill('many');
  await expect(page.getByText(/is not accepted, so this answer does not hold/)).toBeVisible();
});

deep('a trial is set up, refused where it ends before it begins, and one that ended is decided', async ({ page }) => {
  await openDemo(page, 'what-changed');
  await openPart(page, 'Trials');
  await expect(answer(page)).toContainText(/The trial is decided, and it came about: nitrate is/);
  await page.getByRole('button', { name: 'Set up a trial' }).click();
  const form = page.getByRole('form', { name: 'A trial' });
  await form.getByLabel('What is asked').fill('Does carbon clear the water?');
  await form.getByLabel('Ends').fill('Sun 1 Nov 2026 12:00');
  await form.getByRole('button', { name: 'Set up the trial' }).click();
  await expect(alertSaying(page, /It would end before it begins/)).toBeVisible();
  await expect(form.getByLabel('What is asked')).toHaveValue('Does carbon clear the water?');
  await form.getByLabel('Ends').fill('');
  await form.getByRole('button', { name: 'Set up the trial' }).click();
  await expect(form).toBeHidden();
  await expect(answer(page)).toContainText(/The trial runs until|Too few tests/);
  await expect(page.getByRole('region', { name: 'Trials' }).getByText('still running')).toBeVisible();
});

test('one level large is dragged and zoomed by keyboard, told at 35 ppt, and laid against calcium', async ({
  page,
}) => {
  await openDemo(page, 'trends?as=one&of=alkalinity');
  await expect(answer(page)).toContainText(/Alkalinity is falling/);
  const strip = page.getByRole('group', { name: /^Time from/ });
  const before = await strip.getAttribute('aria-label');
  const picture = page.getByRole('group', { name: /^alkalinity over time/ });
  await picture.focus();
  await picture.press('ArrowLeft');
  await expect(strip).not.toHaveAttribute('aria-label', before ?? '');
  await picture.press('Home');
  await expect(strip).toHaveAttribute('aria-label', before ?? '');
  await expect(page.getByRole('region', { name: 'Alkalinity against calcium' })).toContainText('in their proportion');
  await page.getByRole('button', { name: 'Show at 35 ppt' }).click();
  await expect(page.getByText('is not taken for consumption')).toBeVisible();
  await page.getByRole('radio', { name: 'Magnesium' }).click();
  await expect(page).toHaveURL(/of=magnesium/);
  await expect(answer(page)).toContainText(/Magnesium is steady/);
});

deep('what lives in the tank is counted, its class sets pace and bands, and its lights are set', async ({ page }) => {
  await openDemo(page, 'livestock');
  await expect(answer(page)).toContainText(/Mixed reef: 8 fish, 12 stony corals/);
  const form = page.getByRole('form', { name: 'Log what came or went' });
  await form.getByRole('combobox', { name: 'It', exact: true }).selectOption('lost');
  await form.getByRole('button', { name: 'Log it' }).click();
  await expect(answer(page)).toContainText(/7 fish/);
  await page.getByRole('radio', { name: 'Fish only' }).click();
  await expect(answer(page)).toContainText(/no more than 1\s?dKH\/day/);
  await page.getByRole('button', { name: 'Take this class’s bands as targets' }).click();
  await expect(page.getByRole('button', { name: 'Take this class’s bands as targets' })).toBeHidden();
  const lights = page.getByRole('form', { name: 'Set the lights' });
  await lights.getByLabel('Ramp, minutes').fill('360');
  await lights.getByRole('button', { name: 'Set from now' }).click();
  await expect(alertSaying(page, /dim up and down for longer than they shine/)).toBeVisible();
  await lights.getByLabel('Ramp, minutes').fill('30');
  await lights.getByRole('button', { name: 'Set from now' }).click();
  await expect(page.getByText(/Lights 9:00–20:00, ramp 30 min/)).toBeVisible();
});
