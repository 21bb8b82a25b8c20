import { exported, field, jot, makeTank, nothing, withBrowser } from './steps.mjs';

/** A tank is removed in one tab while a line is filed for it in another: nothing is left without a tank, nothing typed is gone. */
export async function removedTank({ base, executablePath, count }) {
  const result = nothing();
  await withBrowser(executablePath, async ({ open }) => {
    const context = await open();
    for (let i = 0; i < count; i++) {
      const here = await context.newPage();
      await makeTank(here, base, `Bay ${i}`);
      await jot(here, 'ca 400');
      const there = await context.newPage();
      await there.goto(here.url().replace(/\/today$/, '/tank'));
      const remove = there.getByRole('button', { name: /^Remove/ }).last();
      await remove.waitFor();
      await field(here).fill('ca 431');
      await Promise.all([
        removeIt(there, remove),
        new Promise((resolve) => setTimeout(resolve, (i * 37) % 250)).then(() =>
          field(here)
            .press('Enter')
            .catch(() => undefined),
        ),
      ]);
      await there.waitForTimeout(400);
      result.tried += 1;
      const left = await exported(there, base);
      const known = new Set(left.tanks.map(({ id }) => id));
      const orphans = left.entries.filter(({ tankId }) => tankId !== null && !known.has(tankId));
      if (orphans.length > 0 || (left.setApart ?? []).length > 0) result.wrong += 1;
      // Taken back, the tank comes with what was filed for it; a line that was refused stands where it was typed.
      await there
        .getByRole('button', { name: /^Undo Removed/ })
        .first()
        .click();
      const sure = there.getByRole('alertdialog').getByRole('button').first();
      if (await sure.isVisible({ timeout: 500 }).catch(() => false)) await sure.click();
      await there.waitForTimeout(500);
      const back = await exported(there, base);
      const tank = back.tanks.find(({ name }) => name === `Bay ${i}`);
      const filed = back.entries.filter(({ tankId }) => tankId === tank?.id).map(({ values }) => values?.calcium);
      const typed = await here.evaluate(() => sessionStorage.getItem('mild-tide:jot:mine') ?? '');
      if (!tank || !filed.includes(400)) result.lost += 1;
      if (!filed.includes(431) && typed !== 'ca 431') {
        result.lost += 1;
        result.told.push(`typed: “${typed}”, filed: ${filed.join(' ')}`);
      }
      result.doubled += Math.max(0, filed.filter((value) => value === 431).length - 1);
      await here.evaluate(() => sessionStorage.removeItem('mild-tide:jot:mine'));
      await here.close();
      await there.close();
    }
    result.told.push(`${count} removals`);
  });
  return result;
}

async function removeIt(page, remove) {
  await remove.click();
  const sure = page.getByRole('alertdialog').getByRole('button', { name: /Remove/ });
  if (await sure.isVisible({ timeout: 1000 }).catch(() => false)) await sure.click();
}
