import type { Page } from '@playwright/test';
import { answer, expect, goToBench, jotField, openDemo, test, deep } from './steps';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

test('one hand at the tank: jot, see it, undo it', async ({ page }) => {
  await openDemo(page, 'today');
  await jotField(page).tap();
  await jotField(page).fill('alk 8.1 ca 425');
  await expect(page.getByText('alkalinity 8.1 dKH · calcium 425 mg/L')).toBeVisible();
  await page.getByRole('button', { name: 'Log', exact: true }).tap();
  await expect(jotField(page)).toHaveValue('');
  const stands = page.getByRole('region', { name: 'Water now' });
  await expect(stands).toContainText('8.1 dKH');
  await page.getByRole('button', { name: 'Undo', exact: true }).tap();
  await expect(stands).not.toContainText('8.1 dKH');
});

deep(
  'every bench is one touch away, its answer stands above the dock, and what is touched is large enough',
  async ({ page }) => {
    await openDemo(page, 'today');
    for (const bench of [
      'log',
      'trends',
      'ro-water',
      'salt',
      'mixing',
      'water-change',
      'top-off',
      'dosing',
      'corrections',
      'limewater',
      'reactor',
      'tank',
      'maintenance',
      'today',
    ] as const) {
      await goToBench(page, bench);
      const box = await answer(page).locator('p').first().boundingBox();
      const dock = await jotField(page).boundingBox();
      if (!box || !dock) throw new Error('not laid out');
      expect(box.y + box.height).toBeLessThan(dock.y);
      expect(await tooSmall(page), bench).toEqual([]);
    }
  },
);

/** What is touched and lower than a finger is wide. */
function tooSmall(page: Page): Promise<string[]> {
  return page.locator('button:visible, select:visible, input:visible:not([type=checkbox])').evaluateAll((elements) =>
    elements
      .map((element) => ({
        name: element.textContent || element.getAttribute('aria-label'),
        height: Math.round(element.getBoundingClientRect().height),
        // A word inside a sentence may be as low as its line: WCAG 2.2, 2.5.8, inline.
        least: element.closest('p') ? 24 : 44,
      }))
      .filter(({ height, least }) => height < least)
      .map(({ name, height }) => `${name ?? ''} ${height}`),
  );
}

deep('open forms stay within the screen, and their fields apart', async ({ page }) => {
  await openDemo(page, 'bottles?as=solutions').catch(() => undefined);
  await page.getByRole('button', { name: 'How to make Magnesium part' }).tap();
  await page.getByRole('button', { name: 'Edit Carbonate part' }).tap();
  expect(await strayed(page)).toEqual([]);
  await openDemo(page, 'log');
  await page.getByRole('button', { name: /^Edit/ }).first().tap();
  expect(await strayed(page)).toEqual([]);
  await openDemo(page, 'source');
  await page.getByRole('button', { name: 'Edit the unit' }).tap();
  await expect(page.getByRole('form', { name: 'The RO/DI unit' })).toBeVisible();
  expect(await strayed(page)).toEqual([]);
  await openDemo(page, 'salt');
  await page.getByRole('button', { name: 'Edit Harbour salt' }).tap();
  expect(await strayed(page)).toEqual([]);
  await openDemo(page, 'mix');
  await page.getByRole('button', { name: 'Read Clear canister again' }).tap();
  expect(await strayed(page)).toEqual([]);
  for (const way of ['series', 'routine', 'level', 'drip']) {
    await openDemo(page, `change?as=${way}`);
    expect(await strayed(page)).toEqual([]);
  }
  await page.goto('/demo/water-day');
  await page.getByRole('checkbox', { name: 'Atrium' }).check();
  expect(await strayed(page)).toEqual([]);
});

/** Fields that reach out of the screen, or over one another. */
function strayed(page: Page): Promise<string[]> {
  return page.locator('main :is(input, select):visible').evaluateAll((fields) => {
    const boxes = fields.map((field) => ({
      name: field.getAttribute('aria-label') ?? field.closest('label, div')?.textContent?.slice(0, 40) ?? '',
      box: field.getBoundingClientRect(),
    }));
    return boxes
      .filter(
        ({ box }, i) =>
          box.right > window.innerWidth ||
          boxes.some(
            ({ box: other }, j) =>
              j > i &&
              box.left < other.right - 1 &&
              other.left < box.right - 1 &&
              box.top < other.bottom - 1 &&
              other.top < box.bottom - 1,
          ),
      )
      .map(({ name }) => name);
  });
}

deep('the tide line is dragged by a finger without moving the page', async ({ page }) => {
  await openDemo(page, 'series');
  const strip = page.getByRole('group', { name: /^Time from/ });
  const before = (await strip.getAttribute('aria-label')) ?? '';
  await page.getByRole('button', { name: 'Earlier' }).tap();
  await expect(strip).not.toHaveAttribute('aria-label', before);
  await page.getByRole('button', { name: 'Back to now' }).tap();
  await expect(strip).toHaveAttribute('aria-label', before);
});

test('night is kept for the next visit and arrives already dim', async ({ page, context }) => {
  await openDemo(page, 'today');
  await page.getByRole('button', { name: 'Night' }).tap();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  const next = await context.newPage();
  // Before any of its scripts is there: the page itself is dim.
  await next.route('**/*.js', (route) => route.abort());
  await next.goto('/demo/atrium/today');
  await expect(next.locator('html')).toHaveAttribute('data-theme', 'night');
  const ground = await next.evaluate(() => getComputedStyle(document.body).backgroundColor);
  const [r = 255, g = 255, b = 255] = (ground.match(/\d+/g) ?? []).map(Number);
  expect(r + g + b).toBeLessThan(60);
});
