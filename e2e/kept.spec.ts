import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, goToBench, jot, jotField, makeOwnTank, openDemo, setUp, test, deep } from './steps';

async function exportRecord(page: Page, workspace: string): Promise<{ text: string; path: string }> {
  await page.goto(`/${workspace}/record`);
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export everything' }).click();
  const path = await (await saved).path();
  return { path, text: await readFile(path, 'utf8') };
}
const withoutDate = (text: string) => text.replace(/"exportedAt": "[^"]*"/, '');

test('everything leaves as one file and comes back into an empty browser with nothing changed', async ({
  page,
  browser,
}) => {
  await openDemo(page, 'today');
  const { path, text } = await exportRecord(page, 'demo');
  expect((JSON.parse(text) as { entries: unknown[] }).entries.length).toBeGreaterThan(150);

  const elsewhere = await browser.newContext();
  await setUp(elsewhere);
  const other = await elsewhere.newPage();
  await other.goto('/mine/record');
  await other.getByLabel('Choose a file').setInputFiles(path);
  await expect(other.getByRole('status')).toContainText('Atrium, Back Room, Story Corner');
  await other.getByRole('button', { name: 'Import it' }).click();
  await expect(other.getByText('entries for')).toContainText('3 tanks');
  const back = await exportRecord(other, 'mine');
  expect(withoutDate(back.text)).toBe(withoutDate(text));
  await elsewhere.close();
});

deep('a file with a fault says where and changes nothing', async ({ page }, info) => {
  await openDemo(page, 'today');
  const { text } = await exportRecord(page, 'demo');
  const record = JSON.parse(text) as { entries: { kind: string; values?: Record<string, unknown> }[] };
  const at = record.entries.findIndex((entry) => entry.values?.alkalinity !== undefined);
  const spoilt = record.entries[at];
  if (spoilt?.values) spoilt.values.alkalinity = 830;
  const path = info.outputPath('spoilt.json');
  await (await import('node:fs/promises')).writeFile(path, JSON.stringify(record));
  await page.getByLabel('Choose a file').setInputFiles(path);
  await expect(page.getByRole('main').getByRole('alert')).toContainText('nothing was changed');
  await expect(page.getByRole('main').getByRole('alert')).toContainText(
    new RegExp(
      `Entry ${at + 1} \\(reading, 20\\d\\d-\\d\\d-\\d\\d\\): alkalinity is 2327.* dKH; too big: at most 25 dKH`,
    ),
  );
  expect(withoutDate((await exportRecord(page, 'demo')).text)).toBe(withoutDate(text));
});

deep('a table of entries is told as one, and nothing is changed', async ({ page }, info) => {
  const path = info.outputPath('entries.csv');
  await (await import('node:fs/promises')).writeFile(path, 'time,tank,entry\n2026-11-01,Bay,reading\n');
  await page.goto('/mine/record');
  await page.getByLabel('Choose a file').setInputFiles(path);
  await expect(page.getByRole('main').getByRole('alert')).toContainText('This is a table (CSV)');
});

deep('a record of version 1 is carried up', async ({ page }) => {
  await page.goto('/mine/record');
  await page.getByLabel('Choose a file').setInputFiles('src/record/fixtures/record-v1.json');
  await page.getByRole('button', { name: 'Import it' }).click();
  await expect(page.getByText('entries for')).toContainText('1 tank');
  await page.goto('/mine');
  await goToBench(page, 'tank');
  await expect(page.getByRole('region', { name: 'Answer', exact: true })).toContainText(
    /Bay Window holds 272\s?L of water/,
  );
});

deep('entries leave as CSV', async ({ page }) => {
  await page.goto('/demo/record');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Entries as CSV' }).click();
  const lines = (await readFile(await (await saved).path(), 'utf8')).split('\n');
  expect(lines[0]).toBe('time,tank,entry,what,value,unit,note');
  expect(lines.some((line) => /Atrium,standing-dose,Limewater,2640,mL\/day/.test(line))).toBe(true);
});

test('reload, close and a second tab: nothing is lost, and tabs keep in step', async ({ page, context }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jot(page, 'alk 8.3');
  const second = await context.newPage();
  await second.goto(page.url());
  await goToBench(second, 'log');
  await expect(second.getByText('alkalinity 8.3 dKH')).toBeVisible();
  await jot(page, 'ca 431');
  await expect(second.getByText('calcium 431 mg/L')).toBeVisible();
  await page.close();
  await second.reload();
  await expect(second.getByText('calcium 431 mg/L')).toBeVisible();
  await second.keyboard.press('u');
  await expect(second.getByText('calcium 431 mg/L', { exact: true })).toHaveCount(0);
});

test('the demo and the keeper’s own record never meet', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jot(page, 'alk 8.3');
  await page.goto('/demo/atrium/log');
  await expect(page.getByText(/\d+ entries; calcium/)).toBeVisible();
  await expect(page.getByText('Bay Window')).toHaveCount(0);
  await page.goto('/mine');
  await expect(page.getByRole('heading', { name: 'What needs doing at Bay Window?' })).toBeVisible();
});

test('a full database says so, and what was typed stays', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await page.evaluate(() => {
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function () {
      throw new DOMException('no room', 'QuotaExceededError');
    };
    (window as unknown as { mend: () => void }).mend = () => {
      IDBObjectStore.prototype.put = put;
    };
  });
  await jotField(page).fill('alk 8.3 ca 440');
  await jotField(page).press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'storage is full' })).toBeVisible();
  await expect(jotField(page)).toHaveValue('alk 8.3 ca 440');
  await page.evaluate(() => (window as unknown as { mend: () => void }).mend());
  await jotField(page).press('Enter');
  await expect(jotField(page)).toHaveValue('');
});

test('a blocked or forbidden database says so', async ({ page }) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = function () {
      throw new DOMException('not here', 'SecurityError');
    };
  });
  await page.goto('/mine/new');
  await expect(page.getByRole('alert').filter({ hasText: 'does not let this page store anything' })).toBeVisible();
});
