import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { answer, goToBench, jot, jotField, openDemo } from './steps';

const BENCHES = ['today', 'log', 'series', 'source', 'salt', 'mix', 'change', 'top-off', 'dose', 'tank', 'cycle'];
const PAGES = [
  ...BENCHES.map((bench) => `/demo/atrium/${bench}`),
  '/demo/atrium/change?as=routine',
  '/demo/atrium/mix?for=correct',
  '/demo/atrium/top-off?as=fails',
  '/demo/atrium/top-off?as=upkeep',
  '/demo/atrium/top-off?as=leaving',
  '/demo/atrium/top-off?as=stands',
  '/demo/water-day',
  '/demo/back-room/today',
  '/demo/back-room/cycle',
  '/demo/back-room/cycle?as=set-up',
  '/demo/back-room/cycle?as=after',
  '/demo/record',
  '/mine/new',
];

const HOLD_EVERY_PART = [
  '/demo/atrium/today',
  '/demo/atrium/log',
  '/demo/atrium/series',
  '/demo/atrium/source',
  '/demo/atrium/change?as=routine',
  '/demo/atrium/mix?for=correct',
  '/demo/atrium/top-off?as=fails',
  '/demo/water-day',
  '/demo/back-room/cycle',
];

const TABLE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

// By night the same pages stand in other colours, so those that hold every part are enough, at one size. The rest is shared out, so that two workers
// come to an end together.
for (const [size, viewport, theme, pages] of [
  ['at a table', TABLE, 'day', PAGES],
  ['on a phone', PHONE, 'day', PAGES],
  ['at a table', TABLE, 'night', HOLD_EVERY_PART],
] as const) {
  for (const part of theme === 'day' ? [0, 1, 2] : [0]) {
    test(`${size}, by ${theme}, part ${part + 1}: every view answers without scrolling, fits its width and passes the accessibility rules`, async ({
      page,
      context,
      baseURL,
    }) => {
      test.slow();
      await page.setViewportSize(viewport);
      await context.addCookies([{ name: 'mild-tide-theme', value: theme, url: baseURL ?? '' }]);
      for (const path of pages.filter((_, i) => theme === 'night' || i % 3 === part)) {
        await page.goto(path);
        await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
        if (path.includes('/atrium/')) await expect(answer(page).locator('p').first()).toBeInViewport({ ratio: 1 });
        expect(
          await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
          `${path} is no wider than the screen`,
        ).toBeLessThanOrEqual(0);
        // By day at a table every view goes through the rules; on a phone those that hold every part there is, since the
        // rest are made of the same parts.
        if (size === 'on a phone' && !HOLD_EVERY_PART.includes(path)) continue;
        const axe = new AxeBuilder({ page });
        // By night the same page wears other colours: contrast is all that can differ.
        const { violations } = await (
          theme === 'night'
            ? axe.withRules(['color-contrast'])
            : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
        ).analyze();
        expect(violations.map(({ id, nodes }) => `${path} ${id}: ${nodes[0]?.html.slice(0, 160) ?? ''}`)).toEqual([]);
      }
    });
  }
}

test('a whole session of use asks nothing of any other host, and the content policy holds', async ({
  page,
  baseURL,
}) => {
  const asked: string[] = [];
  const complaints: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
  page.on('pageerror', (error) => complaints.push(error.message));
  const response = await page.goto('/demo/atrium/today');
  const policy = response?.headers()['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'self'");
  expect(policy).toContain("connect-src 'self'");
  expect(policy).not.toContain('unsafe-eval');
  for (const bench of BENCHES) {
    await page.goto(`/demo/atrium/${bench}`);
    await expect(answer(page)).toBeVisible();
  }
  await jot(page, 'alk 8.1 ca 430');
  await page.goto('/demo/record');
  await page.getByRole('button', { name: 'Export everything' }).click();
  await page.goto('/mine/new');
  await expect(page.getByLabel('Name')).toBeVisible();
  const elsewhere = asked.filter(
    (url) => !url.startsWith(baseURL ?? '') && !url.startsWith('data:') && !url.startsWith('blob:'),
  );
  expect(elsewhere).toEqual([]);
  expect(complaints).toEqual([]);
  // And a request that is tried all the same is stopped by the browser.
  const blocked = await page.evaluate(() =>
    fetch('http://203.0.113.1/').then(
      () => 'sent',
      (error: Error) => error.name,
    ),
  );
  expect(blocked).toBe('TypeError');
});

test('the keyboard reaches everything', async ({ page }) => {
  await openDemo(page, 'today');
  await page.keyboard.press('9');
  await expect(page).toHaveURL(/\/dose$/);
  await page.keyboard.press('/');
  await page.getByRole('combobox').fill('story');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/story-corner\/today$/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('j');
  await expect(jotField(page)).toBeFocused();
  await page.keyboard.press('Tab');
  await page.locator('body').press('n');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await page.goBack();
  await expect(page).toHaveURL(/\/atrium\/dose$/);
});

test('letter shortcuts can be turned off', async ({ page }) => {
  await page.goto('/demo/record');
  const letters = page.getByLabel('Shortcuts of a single letter');
  await expect(letters).toBeChecked();
  await letters.click();
  await expect(letters).not.toBeChecked();
  await openDemo(page, 'today');
  await page.keyboard.press('9');
  await page.waitForTimeout(300);
  await expect(page).toHaveURL(/\/today$/);
});

test('the tide line moves every chart together and remembers where it was', async ({ page }) => {
  await openDemo(page, 'series');
  const strip = page.getByRole('group', { name: /^Time from/ });
  const before = await strip.getAttribute('aria-label');
  await strip.focus();
  await strip.press('PageUp');
  await expect(strip).not.toHaveAttribute('aria-label', before ?? '');
  const moved = await strip.getAttribute('aria-label');
  const box = await strip.boundingBox();
  if (!box) throw new Error('no strip');
  await page.mouse.move(box.x + 300, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 700, box.y + 20, { steps: 4 });
  await page.mouse.up();
  await expect(strip).not.toHaveAttribute('aria-label', moved ?? '');
  const dragged = (await strip.getAttribute('aria-label')) ?? '';
  await page.reload();
  await expect(strip).toHaveAttribute('aria-label', dragged);
  await strip.press('Home');
  await expect(strip).toHaveAttribute('aria-label', before ?? '');
});

test('a chart is a table one press away, and leaves as CSV, SVG and PNG', async ({ page }) => {
  await openDemo(page, 'series');
  const chart = page.getByRole('figure', { name: 'calcium over time' });
  for (const [name, ending] of [
    ['CSV', 'csv'],
    ['SVG', 'svg'],
    ['PNG', 'png'],
  ] as const) {
    const saved = page.waitForEvent('download');
    await chart.getByRole('button', { name: `Save calcium as ${name}` }).click();
    expect((await saved).suggestedFilename()).toBe(`atrium-calcium.${ending}`);
  }
  await chart.getByRole('button', { name: 'calcium as a table' }).click();
  await expect(chart.getByRole('cell', { name: /^4\d\d mg\/L$/ }).first()).toBeVisible();
});

test('an address without a tank or a workspace says so', async ({ page }) => {
  await page.goto('/demo/nowhere/today');
  await expect(page.getByRole('heading', { name: 'No tank stands at this address.' })).toBeVisible();
  expect((await page.goto('/others'))?.status()).toBe(404);
  await page.goto('/');
  await goToBench(page, 'Dose');
});
