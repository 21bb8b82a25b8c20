import { answer, expect, goToBench, jot, jotField, makeOwnTank, openDemo, openPart, setUp, test, deep } from './steps';

deep('addresses of before lead on, with what they asked for', async ({ page }) => {
  for (const [before, now] of [
    ['/demo/atrium/series', '/demo/atrium/trends'],
    ['/demo/atrium/dose?as=bottles', '/demo/atrium/bottles'],
    ['/demo/atrium/mix?for=correct', '/demo/atrium/mixing?as=correct'],
    ['/demo/atrium/change?as=routine&of=calcium', '/demo/atrium/water-change?as=routine&of=calcium'],
    ['/demo/atrium/top-off?as=stands', '/demo/atrium/top-off?as=set-up'],
    ['/demo/atrium', '/demo/atrium/today'],
    ['/demo/atrium/water', '/demo/atrium/ro-water'],
    ['/demo/back-room/cycle', '/demo/back-room/new-tank'],
    // What belongs to no one tank is seen beside the tank looked at last.
    ['/demo/water-day', '/demo/back-room/water-day'],
    ['/demo/record', '/demo/back-room/files'],
    ['/demo', '/demo/back-room/today'],
  ] as const) {
    await page.goto(before);
    await expect(page, before).toHaveURL((url) => {
      const asked = [...url.searchParams].toSorted().join('&');
      const wanted = new URL(now, url);
      return url.pathname === wanted.pathname && asked === [...wanted.searchParams].toSorted().join('&');
    });
    await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible();
  }
});

test('rooms by key and by menu; parts are in the address, and the back button undoes them', async ({ page }) => {
  await openDemo(page, 'today');
  for (const [key, path] of [
    ['3', 'ro-water'],
    ['2', 'log'],
    ['5', 'tank'],
    ['4', 'dosing'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page).toHaveURL(new RegExp(`/atrium/${path}$`));
  }
  await goToBench(page, 'limewater');
  await openPart(page, 'If the pump sticks');
  await expect(page).toHaveURL(/limewater\?as=sticks$/);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('What happens when the limewater pump sticks?');
  await page.goBack();
  await expect(page).toHaveURL(/limewater$/);
  // Another tank is seen at the same bench.
  await page.keyboard.press(']');
  await expect(page).toHaveURL(/back-room\/limewater$|story-corner\/limewater$/);
});

test('Find knows the trade’s words, rows, entries and actions, and says where each lives', async ({ page }) => {
  await openDemo(page, 'today');
  const find = async (typed: string) => {
    await page.keyboard.press('/');
    await page.getByRole('dialog', { name: 'Find' }).getByRole('combobox').fill(typed);
  };
  await find('kalk');
  await expect(page.getByRole('dialog').getByRole('option').first()).toContainText('Limewater (kalkwasser)');
  await expect(page.getByRole('dialog').getByRole('option').first()).toContainText('Dosing');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/limewater$/);
  await find('harbour');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/salt$/);
  await find('log a water change');
  await page.keyboard.press('Enter');
  await expect(jotField(page)).toBeFocused();
  await expect(jotField(page)).toHaveValue('changed ');
  await jotField(page).fill('');
  // Esc leaves the line, and a letter is a shortcut again.
  await page.keyboard.press('Escape');
  await find('paling');
  await page.getByRole('dialog').getByRole('option').filter({ hasText: 'Note' }).first().click();
  await expect(page).toHaveURL(/\/log\?find=paling$/);
  const entries = page.getByRole('region', { name: 'Entries', exact: true });
  await expect(entries.getByRole('listitem').first()).toContainText(/paling/i);
  await entries.getByRole('button', { name: 'Show all entries' }).click();
  await expect(entries.getByRole('listitem')).toHaveCount(25);
  await find('zzxqv');
  await expect(page.getByText('Nothing of that name.')).toBeVisible();
});

test('a dangerous reading stands over every screen and first on Today, with what to check, until a test says otherwise', async ({
  page,
}) => {
  await openDemo(page, 'trends');
  await jot(page, '1h ago temp 32.5');
  const strip = page.getByRole('list', { name: 'Danger', exact: true });
  await expect(strip).toContainText('Temperature is dangerously high at 32.5 °C');
  await goToBench(page, 'today');
  await expect(answer(page)).toContainText('check the thermometer');
  await expect(answer(page)).toContainText('dangerous above 31 °C');
  // Seen from another tank, it says whose it is.
  await page.goto('/demo/story-corner/salt');
  await expect(strip).toContainText('Danger, Atrium:');
  await strip.getByRole('link', { name: 'What to do first' }).click();
  await expect(page).toHaveURL(/\/atrium\/today$/);
  // The address changes at once, the screen when it is drawn: the line says for which tank it logs.
  await expect(jotField(page)).toHaveAccessibleName(/for Atrium$/);
  await jot(page, 'temp 25.5');
  await expect(strip).toHaveCount(0);
  await expect(answer(page)).toContainText('Increase Carbonate part');
});

deep('a usual caution is shown until it is understood, then folded on every screen', async ({ page }) => {
  await openDemo(page, 'water-change');
  const dangers = page.getByRole('list', { name: 'Dangers' });
  await expect(dangers).toContainText('Heater, return, skimmer and top-off off');
  await dangers.getByRole('button', { name: 'Understood' }).click();
  await expect(dangers).toHaveCount(0);
  await openPart(page, 'Routine');
  await expect(dangers).toHaveCount(0);
  await page.reload();
  await page.getByText(/usual cautions?, understood/).click();
  await expect(page.getByRole('region', { name: 'Cautions' })).toContainText('Heater, return, skimmer');
});

deep('the tide line folds to its last reading, on every screen, and stays so', async ({ page }) => {
  await openDemo(page, 'today');
  const strip = page.getByRole('group', { name: /^Time from/ });
  await page.getByRole('button', { name: 'Fold the tide line' }).click();
  await expect(strip).toHaveCount(0);
  await page.goto('/demo/story-corner/log');
  await expect(page.getByRole('region', { name: 'Tide line' })).toContainText('dKH');
  await expect(strip).toHaveCount(0);
  await page.getByRole('button', { name: 'Unfold the tide line' }).click();
  await expect(strip).toBeVisible();
});

test('a browser from the US is offered US units first; what is shown and taught follows', async ({ browser }) => {
  const context = await browser.newContext({ locale: 'en-US', timezoneId: 'America/Denver' });
  await setUp(context);
  const page = await context.newPage();
  await page.goto('/');
  const units = page.getByRole('group', { name: 'Which units do you use?' }).getByRole('button');
  await expect(units.first()).toHaveText(/^US gallons/);
  // Offered, not assumed.
  await expect(units.first()).toHaveAttribute('aria-pressed', 'false');
  await units.first().click();
  await expect(units.first()).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('link', { name: 'Add my tank' }).click();
  await page.getByLabel('Name').fill('Mesa');
  await page.getByLabel('Display').fill('120');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await expect(page.getByRole('button', { name: /^Mesa 120 US gal/ })).toBeVisible();
  await expect(jotField(page)).toHaveAttribute('placeholder', /changed 10 gal/);
  await page.getByRole('button', { name: /^Shortcuts/ }).click();
  const help = page.getByRole('region', { name: 'What the line understands' });
  await expect(help).toContainText('changed 10 gal at 1.026 sg');
  await expect(help).toContainText('room 69 f 38 %');
  await page.keyboard.press('Escape');
  await goToBench(page, 'mixing');
  await page.getByLabel('Saltwater wanted').fill('20');
  await expect(answer(page)).toContainText(/Weigh 6\.\d+\s?lb of salt into 19\.\d\s?US gal of RO\/DI water/);
  await context.close();
});

deep('a tank that is planned begins with its set-up', async ({ page }) => {
  await page.goto('/mine');
  await page.getByRole('link', { name: 'Plan a tank' }).click();
  await page.getByLabel('Name').fill('Ledge');
  await page.getByLabel('Display').fill('200');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await expect(page).toHaveURL(/new-tank\?as=set-up$/);
  await page.goto('/');
  await expect(page).toHaveURL(/\/mine\/.*\/today$/);
});

deep(
  'a date in a field has its month as a word; one of figures alone is refused and stops what rests on it',
  async ({ page }) => {
    await openDemo(page, 'going-away');
    const leaves = page.getByLabel('Leaving', { exact: true });
    await leaves.fill('27 nov 18:00');
    await leaves.blur();
    await expect(leaves).toHaveValue('Fri 27 Nov 2026 18:00');
    await leaves.fill('11/27/2026');
    await expect(page.getByRole('main').getByRole('alert')).toContainText('its month as a word');
    await expect(page.getByRole('button', { name: 'Save these days' })).toBeDisabled();
  },
);

test('a line that is typed while another tank comes into view stays, its caret too, and no letter of it is a shortcut', async ({
  page,
}) => {
  await openDemo(page, 'log', 'story-corner');
  await page.keyboard.press(']');
  await expect(jotField(page)).not.toHaveAccessibleName(/for Story Corner$/);
  await jotField(page).focus();
  await page.keyboard.type('alk 8');
  // The way back is taken in mid-word: u would undo, n would put the night on.
  await page.evaluate(() => window.history.back());
  await page.keyboard.type('.1 mg 1300 u n', { delay: 20 });
  await expect(jotField(page)).toHaveAccessibleName(/for Story Corner$/);
  await expect(jotField(page)).toBeFocused();
  await expect(jotField(page)).toHaveValue('alk 8.1 mg 1300 u n');
  await expect(page.locator('html')).not.toHaveAttribute('data-theme', 'night');
  await jotField(page).fill('alk 8.1 mg 1300');
  await expect(page.getByText(/^For Story Corner, /)).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Logged alkalinity 8\.1 dKH/)).toBeVisible();
  await page.reload();
  await expect(jotField(page)).toHaveValue('');
});

test('after a suggestion is taken, Enter logs', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jotField(page).fill('sal 1.026');
  await page.getByRole('button', { name: 'Use “sal 1.026 sg”' }).click();
  await expect(jotField(page)).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(jotField(page)).toHaveValue('');
});
