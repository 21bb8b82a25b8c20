import type { Page } from '@playwright/test';
import { RECORD_VERSION } from '../src/record/schema';
import { BENCHES, type BenchPath } from '@/registry/benches';
import type { BenchEntry } from '@/registry/bench';
import {
  alertSaying,
  download,
  entryLine,
  expect,
  goToBench,
  jot,
  jotField,
  makeOwnTank,
  openDemo,
  setUp,
  test,
  deep,
} from './steps';

/** What `npm run attack` does many times over, once each; and what a keeper sees of it. */

/** Empties the record's database without a word to the page, as a browser does that has lost it. */
async function loseRecord(page: Page): Promise<void> {
  await page.evaluate(async (version) => {
    const opening = indexedDB.open('mild-tide', version);
    const db = await new Promise<IDBDatabase>((resolve) => (opening.onsuccess = () => resolve(opening.result)));
    const stores = [...db.objectStoreNames];
    const tx = db.transaction(stores, 'readwrite');
    for (const each of stores) tx.objectStore(each).clear();
    tx.objectStore('meta').put({ id: 'origin', record: 'another' });
    await new Promise((resolve) => (tx.oncomplete = resolve));
    db.close();
  }, RECORD_VERSION);
}

test('Enter pressed twice or held, and a button pressed twice, file one entry', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'log');
  const field = jotField(page);
  await field.fill('ca 431');
  await field.press('Enter');
  await field.press('Enter');
  await expect(field).toHaveValue('');
  await field.fill('mg 1320');
  for (let i = 0; i < 12; i++) await page.keyboard.down('Enter');
  await page.keyboard.up('Enter');
  await expect(field).toHaveValue('');
  const form = page.getByRole('form', { name: 'Log by fields' });
  await form.getByRole('radio', { name: 'Test', exact: true }).click();
  await form.getByLabel('Calcium').fill('437');
  await form.getByRole('button', { name: 'Log it' }).dblclick();
  await expect(entryLine(page, 'calcium 437 mg/L')).toBeVisible();
  await page.reload();
  for (const line of ['calcium 431 mg/L', 'magnesium 1320 mg/L', 'calcium 437 mg/L'])
    await expect(entryLine(page, line)).toHaveCount(1);
});

deep('the same line typed again is another entry', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'log');
  await jot(page, 'ca 431');
  await page.waitForTimeout(800);
  await jot(page, 'ca 431');
  await expect(entryLine(page, 'calcium 431 mg/L')).toHaveCount(2);
  // Undone, it may be filed again at once.
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(entryLine(page, 'calcium 431 mg/L')).toHaveCount(1);
  await jot(page, 'ca 431');
  await expect(entryLine(page, 'calcium 431 mg/L')).toHaveCount(2);
});

test('a database that lost the record is made whole by the next line, and it is said', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'log');
  await jot(page, 'alk 8.3');
  await loseRecord(page);
  await jot(page, 'ca 431');
  await expect(
    page.getByRole('status').filter({ hasText: 'It was made whole from what this page had in memory' }),
  ).toBeVisible();
  await page.reload();
  for (const line of ['alkalinity 8.3 dKH', 'calcium 431 mg/L']) await expect(entryLine(page, line)).toHaveCount(1);
});

test('what took the database and its private copies leaves the copy in local storage, with the last line', async ({
  page,
}) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jot(page, 'alk 8.3');
  await page.goto('/mine/record');
  const copies = page.getByRole('region', { name: 'Copies' });
  await expect(copies).toContainText('1 tank, 1 entry, in local storage', { timeout: 15_000 });
  await page.goto('/mine');
  // In the copy as soon as it is filed: nothing else has been written yet.
  await jot(page, 'ca 431');
  await page.goto('/icon.svg');
  await page.evaluate(async () => {
    await new Promise((resolve) => (indexedDB.deleteDatabase('mild-tide').onsuccess = resolve));
    const root = await navigator.storage.getDirectory();
    await root.removeEntry('copies', { recursive: true });
  });
  await page.goto('/mine');
  await expect(
    alertSaying(page, /The record opened empty, but a copy of it is kept apart: .*1 tank and 2 entries/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('button', { name: 'Bring it back' })).toBeHidden();
  await page.goto('/mine');
  await goToBench(page, 'log');
  for (const line of ['alkalinity 8.3 dKH', 'calcium 431 mg/L']) await expect(entryLine(page, line)).toHaveCount(1);
});

deep(
  'a file of the keeper’s own is written after each change, and asked for again when the browser wants it',
  async ({ page }) => {
    await page.addInitScript(() => {
      // As the browser's dialog would give it; a private file is written in the same way.
      Object.assign(window, {
        showSaveFilePicker: async () =>
          (await navigator.storage.getDirectory()).getFileHandle('chosen.json', { create: true }),
      });
      Object.assign(FileSystemFileHandle.prototype, {
        queryPermission: () => Promise.resolve(sessionStorage.getItem('permitted') === 'no' ? 'prompt' : 'granted'),
        requestPermission: () => {
          sessionStorage.removeItem('permitted');
          return Promise.resolve('granted');
        },
      });
    });
    const written = () =>
      page.evaluate(async () => {
        const file = await (await navigator.storage.getDirectory()).getFileHandle('chosen.json');
        return (JSON.parse(await (await file.getFile()).text()) as { entries: { values: object }[] }).entries.map(
          ({ values }) => values,
        );
      });
    await makeOwnTank(page, 'Bay Window', '300');
    await jot(page, 'ca 431');
    await page.goto('/mine/record');
    const own = page.getByRole('region', { name: 'A file of your own' });
    await own.getByRole('button', { name: 'Choose a file to write into' }).click();
    await expect(own).toContainText('The record is written into “chosen.json” after each change');
    await expect(page.getByText(/kept in this browser.*and in “chosen.json”/)).toBeVisible();
    expect(await written()).toEqual([{ calcium: 431 }]);
    await page.goto('/mine');
    await jot(page, 'mg 1320');
    await expect.poll(written, { timeout: 15_000 }).toHaveLength(2);
    await page.evaluate(() => sessionStorage.setItem('permitted', 'no'));
    await page.goto('/mine/record');
    await expect(own).toContainText('The browser asks again, each visit, whether “chosen.json” may be written');
    await own.getByRole('button', { name: 'Go on writing into it' }).click();
    await expect(own).toContainText('is written into “chosen.json”');
    await own.getByRole('button', { name: 'Write into it no more' }).click();
    await expect(own.getByRole('button', { name: 'Choose a file to write into' })).toBeVisible();
  },
);

deep('little room is told of while there is some, with the export beside it', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.storage.estimate = () => Promise.resolve({ quota: 50_000_000, usage: 20_000_000 });
  });
  await makeOwnTank(page, 'Bay Window', '300');
  await jot(page, 'ca 431');
  const banner = page.getByRole('status').filter({ hasText: 'There is little room left' });
  await expect(banner).toBeVisible({ timeout: 15_000 });
  const out = await download(page, () => page.getByRole('button', { name: 'Export everything' }).click());
  expect(out.entries).toHaveLength(1);
  await expect(banner).toBeHidden();
});

deep('without a copy outside the database the reminder to export says why', async ({ page }) => {
  await page.addInitScript(() => {
    const { setItem } = Storage.prototype;
    Storage.prototype.setItem = function (key, text) {
      if (key.startsWith('mild-tide:copy')) throw new DOMException('no room', 'QuotaExceededError');
      setItem.call(this, key, text);
    };
  });
  await makeOwnTank(page, 'Bay Window', '300');
  for (let i = 0; i < 30; i++) await jot(page, `ca ${400 + i}`);
  await expect(
    page
      .getByRole('status')
      .filter({ hasText: /No copy of the record stands outside the browser’s database: .*has no room for it/ }),
  ).toBeVisible({ timeout: 90_000 });
});

test('a bench whose code cannot be fetched says so, and comes once it is there', async ({ page, context }) => {
  await context.route('**/sw.js', (route) => route.abort());
  await openDemo(page, 'today');
  await context.route('**/_next/static/chunks/**', (route) => route.abort());
  await page.evaluate(() => {
    history.pushState(null, '', '/demo/atrium/reactor');
    window.dispatchEvent(new PopStateEvent('popstate'));
  });
  await expect(alertSaying(page, 'This bench could not be fetched')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Back to To do' })).toBeVisible();
  await context.unroute('**/_next/static/chunks/**');
  await page.getByRole('main').getByRole('button', { name: 'Try again' }).last().click();
  await expect(alertSaying(page, 'This bench could not be fetched')).toBeHidden();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/reactor/i);
});

deep(
  'a tank removed in another tab: its line is refused in words and stays; undo brings it',
  async ({ page, context }) => {
    // The one tab hears nothing of the other: what it files is refused by the record itself.
    await page.addInitScript(() => Reflect.deleteProperty(window, 'BroadcastChannel'));
    await makeOwnTank(page, 'Bay Window', '300');
    await jot(page, 'alk 8.3');
    const other = await context.newPage();
    await other.goto(page.url());
    await goToBench(other, 'tank');
    await jotField(page).fill('ca 431');
    await other.getByRole('button', { name: /^Remove/ }).click();
    await expect(other.getByRole('heading', { name: 'First steps' })).toBeVisible();
    await jotField(page).press('Enter');
    await expect(page.getByText(/was not saved: the tank it is for has been removed/).first()).toBeVisible();
    await expect(jotField(page)).toHaveValue('ca 431');
    await other
      .getByRole('button', { name: /^Undo Removed/ })
      .or(other.getByRole('button', { name: 'Undo', exact: true }))
      .first()
      .click();
    // It stands again before the page is left.
    await expect(other.getByRole('heading', { name: 'First steps' })).toBeHidden();
    await other.goto('/mine');
    await goToBench(other, 'log');
    await expect(entryLine(other, 'alkalinity 8.3 dKH')).toBeVisible();
  },
);

/** A figure near the one that stands in a field, which it will take: the next digit, in the same unit. */
function near(text: string, placeholder: string): string {
  const from = text || placeholder;
  const number = /-?\d+(?:[.,]\d+)?/.exec(from)?.[0];
  if (number === undefined) return text === '' ? 'a word' : `${text} x`;
  const decimals = /[.,](\d+)/.exec(number)?.[1]?.length ?? 0;
  return from.replace(number, (Number(number.replace(',', '.')) * 1.03 + (decimals ? 0 : 1)).toFixed(decimals));
}

const SHARES = 4;
for (let share = 0; share < SHARES; share++)
  deep(
    `what is typed into any field of any bench stands after a reload, share ${share + 1} of ${SHARES}`,
    async ({ browser }) => {
      test.slow();
      const context = await browser.newContext();
      await setUp(context);
      const page = await context.newPage();
      const places = BENCHES.flatMap((bench: BenchEntry) => [
        bench.path,
        ...(bench.parts ?? []).slice(1).map(({ as }) => `${bench.path}?as=${as}`),
      ]) as (BenchPath | string)[];
      const forgotten: string[] = [];
      let typed = 0;
      for (const place of places.filter((_, i) => i % SHARES === share)) {
        await page.goto(`/demo/atrium/${place}`);
        await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
        await page.waitForTimeout(700);
        const fields = page.getByRole('main').locator('input[type=text]:visible:enabled, textarea:visible:enabled');
        const count = await fields.count();
        const stood = new Map<string, string>();
        for (let i = 0; i < count; i++) {
          const field = fields.nth(i);
          const name = await field
            .evaluate(
              (each: HTMLInputElement) =>
                `${each.ariaLabel ?? each.labels?.[0]?.innerText ?? each.name} ${each.closest('form, section')?.ariaLabel ?? ''}`,
            )
            .catch(() => undefined);
          if (name === undefined) continue;
          const before = await field.inputValue();
          const after = near(before, (await field.getAttribute('placeholder')) ?? '');
          await field.fill(after);
          await field.blur();
          // Refused, it is told of, and stands until it is corrected.
          if ((await field.getAttribute('aria-invalid')) === 'true') {
            await field.fill(before);
            await field.blur();
            continue;
          }
          typed += 1;
          stood.set(`${i} ${name}`, await field.inputValue());
        }
        await page.waitForTimeout(400);
        for (const [key] of stood) stood.set(key, await fields.nth(Number.parseInt(key)).inputValue());
        await page.reload();
        await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
        await page.waitForTimeout(1200);
        for (const [key, value] of stood) {
          const now = await fields
            .nth(Number.parseInt(key))
            .inputValue({ timeout: 2000 })
            .catch(() => 'no field');
          if (now !== value) forgotten.push(`${place}: ${key} was “${value}”, is “${now}”`);
        }
      }
      expect(typed).toBeGreaterThan(10);
      expect(forgotten).toEqual([]);
      await context.close();
    },
  );
