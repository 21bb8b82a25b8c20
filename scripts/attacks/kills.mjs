import { calciumOf, compared, field, jot, makeTank, nothing, withBrowser } from './steps.mjs';

/** How many lines may be filed before a kill: it comes at any of them, and in the midst of writing one. */
const MOST_LINES = 5;

/** The browser is killed while lines are filed; whatever was acknowledged must be there when it opens again. */
export async function kills({ base, executablePath, count }) {
  const result = nothing();
  await withBrowser(executablePath, async ({ open, kill }) => {
    let page = await (await open()).newPage();
    await makeTank(page, base);
    let tank = page.url();
    const filed = [];
    const typed = [];
    let value = 300;
    for (let i = 0; i < count; i++) {
      for (let line = 0; line <= i % MOST_LINES; line++) {
        await jot(page, `ca ${++value}`);
        filed.push(value);
      }
      // One more, of which it is not known whether it was filed.
      typed.push(++value);
      await field(page).fill(`ca ${value}`);
      void field(page)
        .press('Enter')
        .catch(() => undefined);
      await new Promise((resolve) => setTimeout(resolve, (i * 7) % 40));
      kill();
      await new Promise((resolve) => setTimeout(resolve, 150));
      page = await (await open()).newPage();
      await page.goto(tank);
      await field(page).waitFor();
      if (value > 560) {
        // Calcium is taken up to 600 mg/L: what was found is added up, and the values begin anew.
        add(result, compared(filed, await inRange(page, base), typed));
        filed.length = 0;
        typed.length = 0;
        value = 300;
        await clear(page, base);
        await makeTank(page, base);
        // It is another tank, at an address of its own.
        tank = page.url();
        await page.waitForTimeout(300);
      }
    }
    add(result, compared(filed, await inRange(page, base), typed));
    result.told.push(`${count} kills`);
  });
  return result;
}

const inRange = async (page, base) => (await calciumOf(page, base)).filter((value) => value > 0);

function add(result, more) {
  for (const key of ['tried', 'lost', 'doubled', 'wrong']) result[key] += more[key];
}

/** Removes all tanks with their entries. */
async function clear(page, base) {
  await page.goto(base);
  await page.evaluate(
    () =>
      new Promise((resolve) => {
        localStorage.clear();
        indexedDB.deleteDatabase('mild-tide').onsuccess = resolve;
      }),
  );
}
