import { makeTank, nothing, withBrowser } from './steps.mjs';

/** The benches, by the last word of their address. */
const BENCHES = (
  'today water-day going-away log trends what-changed instruments ro-water salt mixing water-change top-off dosing corrections schedule ' +
  'methods bottles limewater reactor tank new-tank livestock maintenance add-tank files settings'
).split(' ');

/**
 * The server was built anew under an open page: whatever code is not here yet cannot be fetched. Each bench says so, and opens once the code
 * is there again.
 */
export async function missingChunks({ base, executablePath, count }) {
  const result = nothing();
  await withBrowser(executablePath, async ({ open }) => {
    const context = await open();
    // Nothing is kept for when the server is away: as in a private window.
    await context.route('**/sw.js', (route) => route.abort());
    const page = await context.newPage();
    await makeTank(page, base);
    const tank = page.url().replace(/\/today$/, '');
    for (const bench of BENCHES.slice(0, Math.max(count, 3))) {
      result.tried += 1;
      const address =
        bench === 'add-tank' ? `${base}/mine/new` : bench === 'files' ? `${base}/mine/record` : `${tank}/${bench}`;
      // The page comes, and of its code only what stands on every screen.
      const away = new Set();
      let gone = true;
      await page.goto(`${base}/mine/nowhere/at-all`);
      await page.waitForTimeout(300);
      await context.route('**/_next/static/chunks/**', (route) => {
        if (!gone) return route.continue();
        away.add(route.request().url());
        return route.abort();
      });
      await page.evaluate((to) => {
        history.pushState(null, '', to);
        window.dispatchEvent(new PopStateEvent('popstate'));
      }, new URL(address).pathname);
      await page.waitForTimeout(700);
      const said = await page
        .locator('main')
        .innerText()
        .catch(() => '');
      if (said.trim() === '' || (away.size > 0 && !/could not be fetched|\w{4}/.test(said))) {
        result.wrong += 1;
        result.told.push(`${bench}: ${said.trim() === '' ? 'blank' : said.slice(0, 60)}`);
      }
      gone = false;
      const again = page.getByRole('button', { name: 'Try again' }).first();
      if (await again.isVisible()) {
        await again.click();
        await page.waitForTimeout(700);
        if (await page.getByText('This bench could not be fetched').isVisible()) {
          // The browser remembers that it was not there: the page is loaded anew, as is offered beside it.
          await page.getByRole('button', { name: 'Load the page anew' }).click();
        }
        await page
          .getByText('This bench could not be fetched')
          .waitFor({ state: 'hidden', timeout: 5000 })
          .catch(() => {
            result.lost += 1;
            result.told.push(`${bench}: does not come back`);
          });
      }
      await context.unroute('**/_next/static/chunks/**');
    }
    result.told.push(`${result.tried} benches`);
  });
  return result;
}
