import type { BrowserContext, Page } from '@playwright/test';
import { RECORD_VERSION } from '../src/record/schema';
import {
  alertSaying,
  answer,
  download,
  entryLine,
  expect,
  goToBench,
  jot,
  jotField,
  makeOwnTank,
  NOW,
  test,
  deep,
} from './steps';

/** What full disks, held keys and second tabs do to a record, and what it survives. */

const notice = (page: Page) => page.getByRole('region', { name: /Notifications/ });
deep(
  'a held key undoes once; redo stands in the notice; undoing a tank asks, and redo works where no tank is left',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '300');
    await goToBench(page, 'log');
    for (const line of ['alk 8.3', 'ca 431', 'mg 1320']) await jot(page, line);
    await page.locator('main').click({ position: { x: 5, y: 5 } });
    // Held for a second: the browser repeats the key.
    for (let i = 0; i < 25; i++) await page.keyboard.down('u');
    await page.keyboard.up('u');
    await expect(notice(page)).toContainText('Undone: Logged magnesium');
    await expect(entryLine(page, 'calcium 431 mg/L')).toBeVisible();
    await expect(entryLine(page, 'magnesium 1320 mg/L')).toHaveCount(0);
    await notice(page).getByRole('button', { name: 'Redo', exact: true }).click();
    await expect(entryLine(page, 'magnesium 1320 mg/L')).toBeVisible();
    // Two presses are two steps, however quick.
    await page.evaluate(() => {
      for (let i = 0; i < 2; i++)
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'u', bubbles: true }));
    });
    await expect(entryLine(page, 'calcium 431 mg/L')).toHaveCount(0);
    await expect(entryLine(page, 'alkalinity 8.3 dKH')).toBeVisible();
    await page.keyboard.press('y');
    await expect(entryLine(page, 'calcium 431 mg/L')).toBeVisible();
    await page.keyboard.press('y');
    await expect(entryLine(page, 'magnesium 1320 mg/L')).toBeVisible();
    // Something new after an undo throws nothing away.
    await page.keyboard.press('u');
    await expect(entryLine(page, 'magnesium 1320 mg/L')).toHaveCount(0);
    await jot(page, 'no3 5');
    await page.locator('main').click({ position: { x: 5, y: 5 } });
    await page.keyboard.press('y');
    await expect(entryLine(page, 'magnesium 1320 mg/L')).toBeVisible();
    // By itself from the list of changes, where the tank cannot go from under what was logged.
    await page.goto('/mine/record');
    await page.getByRole('button', { name: 'Undo Added Bay Window' }).click();
    const asked = page.getByRole('alertdialog');
    await expect(asked).toContainText('It removes 1 tank');
    await asked.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(notice(page)).toContainText('cannot be undone by itself');
    for (const each of ['magnesium', 'nitrate', 'calcium', 'alkalinity'])
      await page.getByRole('button', { name: new RegExp(`^Undo Logged ${each}`) }).click();
    await expect(page.getByRole('button', { name: /^Redo Logged/ })).toHaveCount(4);
    await page.getByRole('button', { name: 'Undo Added Bay Window' }).click();
    await asked.getByRole('button', { name: 'Cancel' }).click();
    await expect(page.getByText('0 entries for 1 tank')).toBeVisible();
    await page.keyboard.press('u');
    await asked.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(notice(page)).toContainText('Undone: Added Bay Window');
    await page.goto('/mine');
    await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible();
    await page.locator('h1').click();
    await page.keyboard.press('y');
    await expect(notice(page)).toContainText('Done again: Added Bay Window');
    await page.goto('/mine');
    await expect(page.getByRole('heading', { name: 'What needs doing at Bay Window?' })).toBeVisible();
  },
);

test('a notice undoes its own change, not another tab’s; an entry edited in two tabs keeps both', async ({
  page,
  context,
}) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'log');
  const other = await context.newPage();
  await other.goto(page.url());
  await jot(page, 'alk 8.3 ca 430');
  await jot(other, 'changed 40 l');
  await expect(entryLine(page, '40 L')).toBeVisible();
  await notice(page).getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(entryLine(page, 'alkalinity 8.3 dKH')).toHaveCount(0);
  await expect(entryLine(page, '40 L')).toBeVisible();
  await notice(page).getByRole('button', { name: 'Redo', exact: true }).click();
  // Both open the same entry before either saves.
  for (const tab of [page, other]) {
    await expect(entryLine(tab, 'alkalinity 8.3 dKH')).toBeVisible();
    await tab.getByRole('button', { name: /^Edit test/ }).click();
  }
  const form = (tab: Page) => tab.getByRole('form', { name: 'Edit this entry' });
  await form(other).getByLabel('Note').fill('cloudy water');
  await form(other).getByRole('button', { name: 'Save the correction' }).click();
  await expect(form(other)).toBeHidden();
  await form(page).getByLabel('Calcium').fill('440');
  await form(page).getByRole('button', { name: 'Save the correction' }).click();
  await expect(entryLine(page, 'calcium 440 mg/L')).toContainText('cloudy water');
});

deep(
  'a row on disk that cannot be read is set apart and shown, leaves with the export, and can be removed',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '300');
    await jot(page, 'alk 8.3');
    await spoil(page, { id: 'bad', kind: 'reading', at: NOW - 1000, values: { alkalinity: 830 } });
    await page.reload();
    await expect(
      page.getByRole('status').filter({ hasText: 'One row of the record on disk cannot be read' }),
    ).toBeVisible();
    await expect(answer(page)).toBeVisible();
    await page.getByRole('link', { name: 'Look at it' }).click();
    const rows = page.getByRole('region', { name: 'Rows set apart' });
    await expect(rows).toContainText('entries: values.alkalinity');
    const out = await download(page, () => page.getByRole('button', { name: 'Export everything' }).click());
    expect(out.entries).toHaveLength(1);
    expect(out.setApart).toMatchObject([{ table: 'entries', row: { id: 'bad' } }]);
    await rows.getByRole('button', { name: 'Remove bad from entries' }).click();
    await expect(rows).toBeHidden();
  },
);

/** Writes a row past the product, as another program or a damaged disk would. */
async function spoil(page: Page, row: object): Promise<void> {
  await page.evaluate(
    async ([spoilt, version]) => {
      const opening = indexedDB.open('mild-tide', version);
      const db = await new Promise<IDBDatabase>((resolve, reject) => {
        opening.onsuccess = () => resolve(opening.result);
        opening.onerror = () => reject(new Error('not opened'));
      });
      const tx = db.transaction(['entries', 'tanks'], 'readwrite');
      const tanks = tx.objectStore('tanks').getAll();
      tanks.onsuccess = () =>
        tx.objectStore('entries').put({ ...spoilt, tankId: (tanks.result as { id: string }[])[0]?.id });
      await new Promise((resolve) => (tx.oncomplete = resolve));
      db.close();
    },
    [row, RECORD_VERSION] as const,
  );
}

test('what is written shows though the record cannot be read; a line typed while another is written stays', async ({
  page,
}) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'log');
  await page.evaluate(() => {
    const { getAll } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.getAll = () => {
      throw new DOMException('Internal error.', 'UnknownError');
    };
    (window as unknown as { mend: () => void }).mend = () => {
      IDBObjectStore.prototype.getAll = getAll;
    };
  });
  await jot(page, 'alk 8.3');
  await expect(entryLine(page, 'alkalinity 8.3 dKH')).toHaveCount(1);
  await expect(alertSaying(page, /saved|read/)).toHaveCount(0);
  await page.evaluate(() => (window as unknown as { mend: () => void }).mend());
  await page.reload();
  await expect(entryLine(page, 'alkalinity 8.3 dKH')).toHaveCount(1);

  await holdWrites(page);
  await jotField(page).fill('ca 431');
  await jotField(page).press('Enter');
  await jotField(page).fill('mg 1320');
  await page.evaluate(() => (window as unknown as { letGo: () => void }).letGo());
  await expect(entryLine(page, 'calcium 431 mg/L')).toBeVisible();
  await expect(jotField(page)).toHaveValue('mg 1320');
  await jotField(page).press('Enter');
  await expect(entryLine(page, 'magnesium 1320 mg/L')).toBeVisible();

  // The same in the fields: what is typed on is for the next entry, and that is another one.
  const form = page.getByRole('form', { name: 'Log by fields' });
  await form.getByRole('radio', { name: 'Test', exact: true }).click();
  await form.getByLabel('Calcium').fill('440');
  await holdWrites(page);
  await form.getByRole('button', { name: 'Log it' }).click();
  await form.getByLabel('Note').fill('the next');
  await page.evaluate(() => (window as unknown as { letGo: () => void }).letGo());
  await expect(entryLine(page, 'calcium 440 mg/L')).toBeVisible();
  await expect(form.getByLabel('Note')).toHaveValue('the next');
  await form.getByLabel('Calcium').fill('450');
  await form.getByRole('button', { name: 'Log it' }).click();
  await expect(entryLine(page, 'calcium 450 mg/L')).toBeVisible();
  await expect(entryLine(page, 'calcium 440 mg/L')).toBeVisible();
});

/** Holds all writing up, as another tab's long transaction does, until `letGo` is called in the page. */
async function holdWrites(page: Page): Promise<void> {
  await page.evaluate(async (version) => {
    const opening = indexedDB.open('mild-tide', version);
    const db = await new Promise<IDBDatabase>((resolve) => (opening.onsuccess = () => resolve(opening.result)));
    const store = db.transaction('entries', 'readwrite').objectStore('entries');
    const state = { holding: true };
    const hold = () => {
      const counting = store.count();
      counting.onsuccess = () => (state.holding ? hold() : db.close());
    };
    hold();
    (window as unknown as { letGo: () => void }).letGo = () => (state.holding = false);
  }, RECORD_VERSION);
}

test('what is typed into a form survives a change of bench and a reload', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await goToBench(page, 'log');
  const form = page.getByRole('form', { name: 'Log by fields' });
  await form.getByRole('radio', { name: 'Test', exact: true }).click();
  await form.getByLabel('Calcium').fill('437');
  await form.getByLabel('Note').fill('a note half wri');
  await goToBench(page, 'mixing');
  await page.getByLabel('Saltwater wanted').first().fill('55');
  await goToBench(page, 'log');
  await expect(form.getByLabel('Note')).toHaveValue('a note half wri');
  await page.reload();
  await expect(form.getByLabel('Note')).toHaveValue('a note half wri');
  await expect(form.getByLabel('Calcium')).toHaveValue('437 mg/L');
  await form.getByRole('button', { name: 'Log it' }).click();
  await expect(entryLine(page, 'calcium 437 mg/L')).toBeVisible();
  await page.reload();
  await expect(form.getByLabel('Note')).toHaveValue('');
  await goToBench(page, 'mixing');
  await expect(page.getByLabel('Saltwater wanted').first()).toHaveValue('55 L');
});

test('site data cleared under an open tab is told as that, and put back from memory', async ({
  page,
  context,
  baseURL,
}) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jot(page, 'alk 8.3');
  const session = await context.newCDPSession(page);
  await session.send('Storage.clearDataForOrigin', { origin: baseURL ?? '', storageTypes: 'indexeddb' });
  await expect(alertSaying(page, 'data for this site was cleared')).toBeVisible();
  await jotField(page).fill('ca 431');
  await jotField(page).press('Enter');
  await expect(jotField(page)).toHaveValue('ca 431');
  const out = await download(page, () => page.getByRole('button', { name: 'Export everything' }).click());
  expect(out.entries).toHaveLength(1);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(alertSaying(page, 'data for this site was cleared')).toHaveCount(0);
  await page.reload();
  await goToBench(page, 'log');
  await expect(entryLine(page, 'alkalinity 8.3 dKH')).toBeVisible();
});

/** Loses the database as a browser does after a full disk: it is gone at the next opening. */
async function loseDatabase(context: BrowserContext): Promise<void> {
  const aside = await context.newPage();
  await aside.goto('/icon.svg');
  await aside.evaluate(
    () =>
      new Promise<void>((resolve) => {
        indexedDB.deleteDatabase('mild-tide').onsuccess = () => resolve();
      }),
  );
  await aside.close();
}

deep(
  'a copy is kept apart from the database, offered when the record opens empty, and brought back',
  async ({ page, context }) => {
    await makeOwnTank(page, 'Bay Window', '300');
    await jot(page, 'alk 8.3');
    await page.goto('/mine/record');
    const copies = page.getByRole('region', { name: 'Copies' });
    await expect(copies).toContainText('1 tank, 1 entry', { timeout: 15_000 });
    const out = await download(page, () =>
      copies
        .getByRole('button', { name: /^Save the copy/ })
        .first()
        .click(),
    );
    expect(out.entries).toHaveLength(1);
    await page.goto('about:blank');
    await loseDatabase(context);
    // The front door still leads to the record that was there, and that offers its copy.
    await page.goto('/');
    await expect(
      alertSaying(page, /The record opened empty, but a copy of it is kept apart: .*1 tank and 1 entry/),
    ).toBeVisible();
    await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible();
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await expect(page.getByRole('button', { name: 'Bring it back' })).toBeHidden();
    await page.goto('/mine');
    await goToBench(page, 'log');
    await expect(entryLine(page, 'alkalinity 8.3 dKH')).toBeVisible();

    // The database as it was before the last change, as a browser leaves it that lost the end of its log.
    await jot(page, 'ca 431');
    await page.goto('/mine/record');
    await expect(copies).toContainText('1 tank, 2 entries', { timeout: 15_000 });
    await page.goto('/icon.svg');
    await page.evaluate(async (version) => {
      const opening = indexedDB.open('mild-tide', version);
      const db = await new Promise<IDBDatabase>((resolve) => (opening.onsuccess = () => resolve(opening.result)));
      const tx = db.transaction(['entries', 'changes'], 'readwrite');
      const last = tx.objectStore('changes').openCursor(null, 'prev');
      last.onsuccess = () => {
        const cursor = last.result;
        const [filed] = (cursor?.value as { differences: { id: string }[] }).differences;
        if (filed) tx.objectStore('entries').delete(filed.id);
        cursor?.delete();
      };
      await new Promise((resolve) => (tx.oncomplete = resolve));
      db.close();
    }, RECORD_VERSION);
    await page.goto('/mine');
    await expect(
      page.getByRole('status').filter({ hasText: /The record opened without its last changes.*1 tank and 2 entries/ }),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await goToBench(page, 'log');
    await expect(entryLine(page, 'calcium 431 mg/L')).toBeVisible();
  },
);

test('a full disk: said so, the record exported from memory, and a warning that stays', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300');
  await jot(page, 'ca 431');
  await page.evaluate(() => {
    const { put } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.put = function () {
      // As Chromium says it.
      throw new DOMException('Internal error committing transaction.', 'UnknownError');
    };
    (window as unknown as { mend: () => void }).mend = () => {
      IDBObjectStore.prototype.put = put;
    };
  });
  await jotField(page).fill('alk 8.3');
  await jotField(page).press('Enter');
  const banner = alertSaying(page, 'storage is full');
  await expect(banner.first()).toContainText('before you close or restart the browser');
  const out = await download(page, () => page.getByRole('button', { name: 'Export everything' }).click());
  expect(out.entries).toHaveLength(1);
  await page.evaluate(() => (window as unknown as { mend: () => void }).mend());
  await jotField(page).press('Enter');
  await expect(jotField(page)).toHaveValue('');
  await expect(page.getByText(/^The disk was full\. What was logged since is saved\./)).toBeVisible();
});

deep(
  'a database that cannot be opened leads to its copy; a bench that fails stands alone, and what was typed is put aside',
  async ({ page }) => {
    await makeOwnTank(page, 'Bay Window', '300');
    await jot(page, 'alk 8.3');
    await page.goto('/mine/record');
    await expect(page.getByRole('region', { name: 'Copies' })).toContainText('1 tank, 1 entry', { timeout: 15_000 });
    await page.addInitScript(() => {
      const { open, deleteDatabase } = IDBFactory.prototype;
      const broken = () => sessionStorage.getItem('mended') === null;
      IDBFactory.prototype.open = function (...args) {
        if (broken()) throw new DOMException('Internal error opening backing store.', 'UnknownError');
        return open.apply(this, args);
      };
      // Thrown away and begun anew it works again.
      IDBFactory.prototype.deleteDatabase = function (...args) {
        sessionStorage.setItem('mended', '');
        return deleteDatabase.apply(this, args);
      };
    });
    await page.goto('/mine');
    await expect(alertSaying(page, 'The browser cannot open the record it holds')).toBeVisible();
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await expect(page.getByText(/^Brought back the copy of/)).toBeVisible();
    await page.goto('/mine');
    await goToBench(page, 'log');
    await expect(entryLine(page, 'alkalinity 8.3 dKH')).toBeVisible();

    const form = page.getByRole('form', { name: 'Log by fields' });
    await form.getByRole('radio', { name: 'Note' }).click();
    await form.getByLabel('What was seen or done').fill('polyps in');
    await page.evaluate(() => {
      const { toReversed } = Array.prototype;
      Array.prototype.toReversed = () => {
        throw new TypeError('a fault of this bench');
      };
      (window as unknown as { mend: () => void }).mend = () => {
        Array.prototype.toReversed = toReversed;
      };
    });
    await form.getByLabel('What was seen or done').fill('polyps in again');
    await page.keyboard.press('Escape');
    await jotField(page).fill('ca 431');
    await jotField(page).press('Enter');
    await expect(page.getByText('This bench failed; the others stand')).toBeVisible();
    await expect(page.getByText('note: polyps in again')).toBeAttached();
    await expect(page.getByRole('main').getByRole('button', { name: 'Undo the last change' })).toBeVisible();
    const out = await download(page, () =>
      page.getByRole('main').getByRole('button', { name: 'Export everything' }).click(),
    );
    expect(out.entries).toHaveLength(2);
    await page.evaluate(() => (window as unknown as { mend: () => void }).mend());
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(entryLine(page, 'calcium 431 mg/L')).toBeVisible();
  },
);
