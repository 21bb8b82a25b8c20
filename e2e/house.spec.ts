import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import type { BenchEntry } from '@/registry/bench';
import { BENCHES, type BenchPath } from '@/registry/benches';
import { drawn } from '@/testing/tier';
import { spend } from '@/testing/work';
import { answer, expect, goToBench, jot, jotField, openDemo, test, deep } from './steps';

/** Every bench and every part of one, for the tank that has most to show. */
const PAGES = [
  ...BENCHES.flatMap((bench: BenchEntry) => [
    `/demo/atrium/${bench.path}`,
    ...(bench.parts ?? []).slice(1).map((part) => `/demo/atrium/${bench.path}?as=${part.as}`),
  ]),
  '/demo/back-room/today',
  '/demo/back-room/new-tank',
  '/demo/back-room/new-tank?as=set-up',
  '/demo/back-room/new-tank?as=after',
  '/mine',
  '/mine/new',
  '/mine/record',
];

const HOLD_EVERY_PART = [
  '/demo/atrium/today',
  '/demo/atrium/log',
  '/demo/atrium/trends',
  '/demo/atrium/ro-water',
  '/demo/atrium/water-change?as=routine',
  '/demo/atrium/mixing?as=correct',
  '/demo/atrium/top-off?as=fails',
  '/demo/atrium/limewater?as=hours',
  '/demo/atrium/reactor?as=use',
  '/demo/atrium/water-day',
  '/demo/atrium/settings',
  '/demo/back-room/new-tank',
  '/mine',
];

const TABLE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

// One load a view: looked at as on a table and as on a phone, by day and by night. Shared out, so that two workers come to an end together.
const SHARES = 6;
for (let share = 0; share < SHARES; share++) {
  deep(
    `every view answers without scrolling, fits table and phone, passes the accessibility rules and asks no other host, share ${share + 1} of ${SHARES}`,
    async ({ page, baseURL }) => {
      test.slow();
      const { elsewhere, complaints } = watch(page, baseURL ?? '');
      for (const path of PAGES.filter((_, i) => i % SHARES === share)) {
        await page.setViewportSize(TABLE);
        await page.goto(path);
        await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
        await answersInView(page, path);
        expect(await broken(page, path, RULES)).toEqual([]);
        // By night the same page wears other colours: contrast is all that can differ, and views are made of the same parts.
        if (HOLD_EVERY_PART.includes(path)) {
          await wear(page, 'night');
          expect(await broken(page, `${path} by night`, ['color-contrast'])).toEqual([]);
          await wear(page, 'day');
        }
        await page.setViewportSize(PHONE);
        await answersInView(page, path);
        if (HOLD_EVERY_PART.includes(path)) expect(await broken(page, `${path} on a phone`, RULES)).toEqual([]);
      }
      expect(elsewhere()).toEqual([]);
      expect(complaints).toEqual([]);
    },
  );
}

// The quick suite moves from bench to bench inside one page, as a keeper does, and looks at some of them by the accessibility rules.
const WALKED = BENCHES.map((bench: BenchEntry) => bench.path as BenchPath).filter((path) => path !== 'new-tank');
const RULED = drawn('views held against the accessibility rules', WALKED, 4);
for (const half of [0, 1]) {
  test(`every bench answers in view and fits table and phone, half ${half + 1} of 2`, async ({ page, baseURL }) => {
    const { elsewhere, complaints } = watch(page, baseURL ?? '');
    await openDemo(page, 'today');
    for (const path of WALKED.filter((_, i) => i % 2 === half)) {
      await goToBench(page, path);
      await answersInView(page, `/demo/atrium/${path}`);
      await expect(page.getByRole('main')).not.toContainText(/This screen failed|NaN|undefined|Infinity|Invalid/);
      // A figure that is none has no words on a chart: it stands in what is drawn.
      expect(await page.locator('main svg :is([d*=NaN], [x*=NaN], [y*=NaN], [cx*=NaN], [cy*=NaN])').count(), path).toBe(
        0,
      );
      if (RULED.includes(path)) expect(await broken(page, path, RULES)).toEqual([]);
      await page.setViewportSize(PHONE);
      await noWiderThanTheScreen(page, path);
      await page.setViewportSize(TABLE);
    }
    expect(elsewhere()).toEqual([]);
    expect(complaints).toEqual([]);
  });
}

/** Notes what a page asks of any host but ours, and what it complains of. */
function watch(page: Page, ours: string) {
  const asked: string[] = [];
  const complaints: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
  page.on('pageerror', (error) => complaints.push(error.message));
  const elsewhere = () =>
    asked.filter((url) => !url.startsWith(ours) && !url.startsWith('data:') && !url.startsWith('blob:'));
  return { elsewhere, complaints };
}

async function answersInView(page: Page, path: string): Promise<void> {
  // The Atrium runs: of a new tank it has nothing to say. Two parts answer once they are given a figure.
  const asksFirst = ['/new-tank', 'mixing?as=stock', 'mixing?as=instrument', 'ph?as=probe', 'nutrients?as=carbon'].some(
    (each) => path.includes(each),
  );
  if (path.includes('/atrium/') && !asksFirst)
    await expect(answer(page).locator('p').first(), `${path} answers`).toBeInViewport({ ratio: 1 });
  await noWiderThanTheScreen(page, path);
}

async function noWiderThanTheScreen(page: Page, path: string): Promise<void> {
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth), {
      message: `${path} is no wider than the screen`,
    })
    .toBeLessThanOrEqual(0);
}

async function wear(page: Page, theme: 'day' | 'night'): Promise<void> {
  await page.evaluate((worn) => (document.documentElement.dataset.theme = worn), theme);
}

/** Accessibility rules that a page breaks. It has no frames and styles of its own alone, so the engine need not look for others. */
async function broken(page: Page, at: string, rules: readonly string[]): Promise<string[]> {
  spend('accessibility checks');
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ runOnly: [...rules], preload: false, resultTypes: ['violations'] })
    .analyze();
  return violations.map(({ id, nodes }) => `${at} ${id}: ${nodes[0]?.html.slice(0, 160) ?? ''}`);
}

test('a session of use asks nothing of any other host, and the content policy holds', async ({ page, baseURL }) => {
  const { elsewhere, complaints } = watch(page, baseURL ?? '');
  const response = await page.goto('/demo/atrium/today');
  const policy = response?.headers()['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'self'");
  expect(policy).toContain("connect-src 'self'");
  expect(policy).not.toContain('unsafe-eval');
  await jot(page, 'alk 8.1 ca 430');
  await page.goto('/demo/record');
  await page.getByRole('button', { name: 'Export everything' }).click();
  expect(elsewhere()).toEqual([]);
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
  await page.keyboard.press('d');
  await expect(page).toHaveURL(/\/dosing$/);
  await page.keyboard.press('/');
  await page.getByRole('dialog', { name: 'Find' }).getByRole('combobox').fill('story');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/story-corner\/today$/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: /^Shortcuts/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('j');
  await expect(jotField(page)).toBeFocused();
  await page.keyboard.press('Tab');
  await page.locator('body').press('n');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await page.goBack();
  await expect(page).toHaveURL(/\/atrium\/dosing$/);
});

deep(
  'shortcuts act on the screens of all tanks too, and the front door leads to a record of one’s own',
  async ({ page }) => {
    for (const screen of ['/demo/water-day', '/demo/record']) {
      await page.goto(screen);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await page.keyboard.press('?');
      await expect(page.getByRole('dialog', { name: /^Shortcuts/ })).toBeVisible();
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toBeHidden();
      await page.keyboard.press('d');
      await expect(page).toHaveURL(/\/demo\/atrium\/dosing$/);
    }
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible();
    await expect(page.getByText('Nothing you enter leaves this device')).toBeVisible();
    await page.getByRole('link', { name: 'Look at the demo' }).click();
    await expect(page).toHaveURL(/\/demo\/atrium\/today$/);
    await page.getByRole('link', { name: 'Start my own' }).click();
    await expect(page.getByLabel('Choose a file')).toBeAttached();
    await page.getByRole('link', { name: 'Add my tank' }).click();
    await page.getByLabel('Name').fill('Bay Window');
    await page.getByLabel('Display').fill('300');
    await page.getByRole('button', { name: 'Add this tank' }).click();
    await expect(page.getByRole('heading', { name: 'What needs doing at Bay Window?' })).toBeVisible();
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'What needs doing at Bay Window?' })).toBeVisible();
    await page.getByRole('link', { name: 'Mild Tide' }).click();
    await expect(page).toHaveURL(/\/mine\//);
  },
);

deep('letter shortcuts can be turned off', async ({ page }) => {
  await page.goto('/demo/atrium/settings');
  const letters = page.getByLabel('Shortcuts of a single letter');
  await expect(letters).toBeChecked();
  await letters.click();
  await expect(letters).not.toBeChecked();
  await openDemo(page, 'today');
  await page.keyboard.press('d');
  // With Ctrl it is no letter: it opens the list all the same, and by then the letter has had its time.
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog', { name: 'Find' }).getByRole('combobox')).toBeFocused();
  await expect(page).toHaveURL(/\/today$/);
});

deep('the tide line moves every chart together and remembers where it was', async ({ page }) => {
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

deep('a chart is a table one press away, and leaves as CSV, SVG and PNG', async ({ page }) => {
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

deep('an address without a tank or a workspace says so', async ({ page }) => {
  await page.goto('/demo/nowhere/today');
  await expect(page.getByRole('heading', { name: 'There is no tank at this address.' })).toBeVisible();
  expect((await page.goto('/others'))?.status()).toBe(404);
  await page.goto('/demo/atrium/nowhere');
  await expect(page.getByRole('heading', { name: 'There is no bench at this address.' })).toBeVisible();
  await page.goto('/demo');
  await goToBench(page, 'dosing');
});
