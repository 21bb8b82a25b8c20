import { readFile, writeFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { hostileRecords } from '../src/whole-product/testing/hostile-records';
import { writeFile as recordText } from '../src/record/file';
import {
  alertSaying,
  answer,
  expect,
  goToBench,
  jot,
  jotField,
  NOW,
  openDemo,
  setClock,
  setUp,
  test,
  deep,
} from './steps';

/** What is accepted, typed or imported, and how every screen bears it. */

async function takeIn(page: Page, text: string): Promise<void> {
  await page
    .getByLabel('Choose a file')
    .setInputFiles({ name: 'record.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Import it' }).click();
  // Taken in once the preview has gone: its button makes way for the progress before that.
  await expect(page.getByText('record.json holds')).toBeHidden();
}

deep('no screen fails on a line that is out of all bounds, and a bench that refuses stands alone', async ({ page }) => {
  await openDemo(page, 'today');
  await jotField(page).fill('9999999999 days ago alk 8');
  await expect(page.getByText('That is before 1990; a year may have slipped.')).toBeVisible();
  await page.reload();
  await expect(answer(page)).toBeVisible();
  await expect(jotField(page)).toHaveValue('9999999999 days ago alk 8');
  await jotField(page).fill('2 days ago dosed 4 l carbonate part');
  await jotField(page).press('Enter');
  // As a hand presses twice: closer together they are one press that bounces.
  await page.waitForTimeout(150);
  await jot(page, '2 days ago dosed 4 l carbonate part');
  await goToBench(page, 'dosing');
  // Whatever it says of such a tank, it says it on the bench; the others answer.
  await expect(answer(page)).toBeVisible();
  await expect(page.getByText('This screen failed')).toHaveCount(0);
  await goToBench(page, 'trends');
  await expect(answer(page)).toBeVisible();
});

deep('records that import takes are borne by every screen, at the ends of their ranges', async ({ page }) => {
  test.slow();
  const wanted = [
    'tanks back.cycle.startedAt = 0',
    'tanks bay.displayL = 1',
    'tanks bay.netVolumeL = 0.1',
    'tanks bay.targets.alkalinity.1',
    'tanks bay.routine.changeL = 100000',
    'salts salt.profile.alkalinity',
    'entries standing-dose.mlPerDay = 1000000',
    'entries reactor.mlPerMin = 1000',
    'entries dose.volumeMl = 100000',
    'entries reading.values.salinity = 5',
    'entries water-change.at',
    'settings.away.leavesAt',
  ];
  const all = hostileRecords(NOW);
  await page.goto('/mine/record');
  for (const start of wanted) {
    const record = all.findLast(({ what }) => what.startsWith(start));
    if (!record) throw new Error(`no record ${start}`);
    await takeIn(page, recordText(record.snapshot, new Date(NOW)));
    await page.goto('/mine/bay/files');
    await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible();
    for (const [key, bench] of BENCH_KEYS) {
      await page.keyboard.press(key);
      await expect(page, record.what).toHaveURL(new RegExp(`/bay/${bench}$`));
      await expect(page.getByRole('heading', { level: 1 }).first(), `${record.what} on ${bench}`).toBeVisible();
      await expect(page.getByText('This screen failed'), record.what).toHaveCount(0);
    }
    if (record.what.startsWith('tanks back')) {
      await page.goto('/mine/back/cycle');
      await expect(page.getByText(/start of the cycle accepts the last 730 days/)).toBeVisible();
    }
    await page.keyboard.press('r');
    await expect(page).toHaveURL(/\/files$/);
  }
});

const BENCH_KEYS = [
  ['1', 'today'],
  ['d', 'dosing'],
  ['e', 'top-off'],
  ['k', 'limewater'],
  ['g', 'reactor'],
] as const;

deep(
  'a moved device is asked about, a clock at its start is said, and the zone can be changed',
  async ({ browser }) => {
    const context = await browser.newContext({ timezoneId: 'America/New_York' });
    await setUp(context);
    const page = await context.newPage();
    await page.goto('/mine/record');
    await page.getByLabel('Choose a file').setInputFiles('src/record/fixtures/record-v7.json');
    await page.getByRole('button', { name: 'Import it' }).click();
    const asks = page.getByRole('status').filter({ hasText: 'This device is in America/New York' });
    await expect(asks).toContainText('Europe/Lisbon');
    await page.getByRole('button', { name: 'Stay with Europe/Lisbon' }).click();
    await page.reload();
    await goToBench(page, 'settings');
    await expect(page.getByLabel('Days begin at midnight in')).toHaveValue('Europe/Lisbon');
    await expect(asks).toHaveCount(0);
    await page.getByLabel('Days begin at midnight in').selectOption('Asia/Tokyo');
    await page.getByRole('button', { name: 'Use America/New York' }).click();
    await expect(page.getByLabel('Days begin at midnight in')).toHaveValue('America/New_York');
    await setClock(context, 1000);
    await page.reload();
    await expect(page.getByText('This device’s clock shows 1970-01-01')).toBeVisible();
    await context.close();
  },
);

deep('a file too large is refused by its size, and odd tank names come in under others', async ({ page }, info) => {
  await page.goto('/mine/record');
  const path = info.outputPath('large.json');
  await writeFile(path, Buffer.alloc(61_000_000, '['));
  await page.getByLabel('Choose a file').setInputFiles(path);
  await expect(alertSaying(page, 'files of up to 60 MB are read')).toBeVisible();
  // Deep nesting is read beside the page, which answers meanwhile.
  await page
    .getByLabel('Choose a file')
    .setInputFiles({ name: 'deep.json', mimeType: 'application/json', buffer: Buffer.alloc(4_000_000, '[') });
  await expect(alertSaying(page, 'This is not a JSON file')).toBeVisible({ timeout: 30_000 });
  const text = (await readFile('src/record/fixtures/record-v7.json', 'utf8'))
    .replaceAll('"bay"', '"a/b%"')
    .replace('Europe/Lisbon', 'Mars/Olympus');
  await page
    .getByLabel('Choose a file')
    .setInputFiles({ name: 'odd.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  const preview = page.getByRole('status').filter({ hasText: 'odd.json' });
  await expect(preview).toContainText('The tank known as “a/b%” is known as “tank-1” from now on');
  await expect(preview).toContainText('does not know the time zone “Mars/Olympus”');
  await page.getByRole('button', { name: 'Import it' }).click();
  await expect(preview).toBeHidden();
  await page.goto('/mine/tank-1/today');
  await expect(answer(page)).toBeVisible();
});
