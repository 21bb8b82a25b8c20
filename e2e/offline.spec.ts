import type { Page } from '@playwright/test';
import { BENCHES, type BenchPath } from '@/registry/benches';
import { benchOf } from '@/registry/benches';
import { expect, goToBench, jotField, test, deep } from './steps';
import { openWay, type Way } from './way-out';

test.use({ serviceWorkers: 'allow' });
test.describe.configure({ timeout: 90_000 });

let way: Way;
test.beforeEach(async ({ baseURL }) => {
  way = await openWay(baseURL ?? '');
});
test.afterEach(async () => {
  await way.shut().catch(() => undefined);
});

/** Opens the product for the first time, and waits until all of it is kept. */
async function firstVisit(page: Page, address: string): Promise<void> {
  await page.goto(way.url + address);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.evaluate(async () => {
    const { active } = await navigator.serviceWorker.ready;
    while (active?.state !== 'activated') await new Promise((resolve) => setTimeout(resolve, 50));
  });
}

function errorsOf(page: Page): string[] {
  const errors: string[] = [];
  page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
  page.on('pageerror', (error) => errors.push(error.message));
  return errors;
}

deep('after the first visit every bench opens in a new tab with the server gone, and answers', async ({ context }) => {
  await firstVisit(await context.newPage(), '/demo');
  await way.shut();
  const page = await context.newPage();
  const errors = errorsOf(page);
  // What the content policy forbids is not even tried.
  await page.exposeFunction('breach', (what: string) => errors.push(what));
  await page.addInitScript(() => {
    document.addEventListener('securitypolicyviolation', ({ effectiveDirective, blockedURI }) => {
      (window as unknown as { breach: (what: string) => void }).breach(`${effectiveDirective} ${blockedURI}`);
    });
  });
  for (const { path } of BENCHES as readonly { readonly path: BenchPath }[]) {
    await page.goto(`${way.url}/demo/${path === 'new-tank' ? 'back-room' : 'atrium'}/${path}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Answer', exact: true })).toBeVisible();
    await expect(page.getByText(/failed/)).toHaveCount(0);
  }
  // A cycle is read beside the page: the worker is kept too.
  await page.goto(`${way.url}/demo/back-room/new-tank`);
  await expect(page.getByText(/being read|Reading the cycle|Drawing what/).first()).toBeHidden();
  await expect(page.getByRole('region', { name: 'Answer', exact: true })).toContainText(/stage|nitrite|ammonia/i);
  expect(errors).toEqual([]);
});

test('a record is begun and kept with the server gone', async ({ context }) => {
  const first = await context.newPage();
  await firstVisit(first, '/mine');
  await first.close();
  await way.shut();
  const page = await context.newPage();
  await page.goto(`${way.url}/mine/new`);
  await page.getByLabel('Name').fill('Basement');
  await page.getByLabel('Display').fill('300');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await jotField(page).fill('alk 8.1');
  await jotField(page).press('Enter');
  await expect(page.getByText(/8\.1 dKH/).first()).toBeVisible();
  await page.reload();
  await expect(page.getByText(/8\.1 dKH/).first()).toBeVisible();
  await goToBench(page, 'dosing');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(benchOf('dosing').question);
});

deep('a newer version is offered, not forced, and what is typed stands there after it is taken', async ({ page }) => {
  await firstVisit(page, '/mine');
  await page.goto(`${way.url}/mine/new`);
  await page.getByLabel('Name').fill('Study');
  await page.getByLabel('Display').fill('200');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await jotField(page).fill('alk 7.9 half a li');
  await page.evaluate(() => Object.assign(window, { notReloaded: true }));
  way.replace('/sw.js', (served) => `${served}\n// another version`);
  await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update());
  const offer = page.getByRole('status').filter({ hasText: 'newer version' });
  await expect(offer).toBeVisible();
  expect(await page.evaluate(() => 'notReloaded' in window)).toBe(true);
  await expect(jotField(page)).toHaveValue('alk 7.9 half a li');
  await offer.getByRole('button', { name: 'Load it now' }).click();
  await expect(offer).toBeHidden();
  await expect(jotField(page)).toHaveValue('alk 7.9 half a li');
  expect(await page.evaluate(() => 'notReloaded' in window)).toBe(false);
});

test('the product can be installed: a manifest with icons of its own that are there', async ({ page, request }) => {
  await page.goto('/demo');
  const link = await page.locator('link[rel=manifest]').getAttribute('href');
  const manifest = (await (await request.get(link ?? '')).json()) as {
    readonly icons: readonly { readonly src: string; readonly sizes: string; readonly type: string }[];
    readonly start_url: string;
  };
  expect(manifest).toMatchObject({ name: 'Mild Tide', display: 'standalone', start_url: '/mine' });
  for (const { src, type } of manifest.icons) {
    const icon = await request.get(src);
    expect(icon.ok(), src).toBe(true);
    expect(icon.headers()['content-type']).toBe(type);
  }
  const sizes = manifest.icons.map(({ sizes: of }) => of);
  expect(sizes).toEqual(expect.arrayContaining(['192x192', '512x512']));
});
