import { exported, field, jot, makeTank, nothing, withBrowser } from './steps.mjs';

/** What is typed while another tank comes into view: each letter of it is a shortcut elsewhere, "u" undoes an entry. */
const TYPED = 'note undo you and unusual buyout';

/** The tank changes under a line that is being typed. The line stands whole, and nothing acts on its letters. */
export async function tankSwitch({ base, executablePath, count }) {
  const result = nothing();
  await withBrowser(executablePath, async ({ open }) => {
    const page = await (await open()).newPage();
    await makeTank(page, base, 'Back Room');
    const back = page.url();
    await makeTank(page, base, 'Bay Window');
    await jot(page, 'ca 431');
    const bay = page.url();
    for (let i = 0; i < count; i++) {
      await page.goto(back);
      await page.getByText('What needs doing at Back Room?').waitFor();
      await page.evaluate(goTo, bay);
      await page.getByText('What needs doing at Bay Window?').waitFor();
      await field(page).click();
      await page.keyboard.type(TYPED.slice(0, 6));
      // By the history, as the Back key of a mouse does, and as a link does.
      if (i % 2 === 0) await page.evaluate(() => history.back());
      else await page.evaluate(goTo, back);
      await page.keyboard.type(TYPED.slice(6), { delay: 25 });
      await page.waitForTimeout(200);
      result.tried += 1;
      const stands = await field(page)
        .inputValue()
        .catch(() => 'no field');
      if (stands !== TYPED) {
        result.lost += 1;
        result.told.push(`stood “${stands}”`);
      }
      await field(page)
        .fill('')
        .catch(() => undefined);
    }
    const { entries, tanks } = await exported(page, base);
    if (entries.length !== 1 || tanks.length !== 2) result.wrong += 1;
    result.told.push(`${count} switches`);
  });
  return result;
}

/** As the product's own links do. */
function goTo(to) {
  history.pushState(null, '', to);
  window.dispatchEvent(new PopStateEvent('popstate'));
}
