import { emptied, exported, field, makeTank, nothing, withBrowser } from './steps.mjs';

/** A press that bounces, a key that is held, a button pressed twice as fast as a hand can: each is one entry. */
export async function onePress({ base, executablePath, count }) {
  const result = nothing();
  await withBrowser(executablePath, async ({ open }) => {
    const page = await (await open()).newPage();
    await makeTank(page, base);
    const ways = {
      'Enter twice': async (line) => {
        await field(page).fill(line);
        await field(page).press('Enter');
        await page.waitForTimeout(Math.random() * 60);
        await field(page).press('Enter');
        await emptied(page);
      },
      'Enter held': async (line) => {
        await field(page).fill(line);
        await field(page).focus();
        for (let i = 0; i < 20; i++) await page.keyboard.down('Enter');
        await page.keyboard.up('Enter');
        await emptied(page);
      },
      'Log pressed twice': async (line) => {
        await field(page).fill(line);
        await page.getByRole('button', { name: 'Log', exact: true }).dblclick();
        await emptied(page);
      },
    };
    const lines = [];
    for (const [way, press] of Object.entries(ways))
      for (let i = 0; i < count; i++) {
        const line = `note ${way} number ${i}`;
        await press(line);
        lines.push(line.slice(5));
      }
    // A form with a button.
    await page.goto(page.url().replace(/\/today$/, '/log'));
    const form = page.getByRole('form', { name: 'Log by fields' });
    await form.getByRole('radio', { name: 'Test', exact: true }).click();
    for (let i = 0; i < count; i++) {
      await form.getByLabel('Calcium').fill(`${300 + i}`);
      await form.getByLabel('Note').fill(`form number ${i}`);
      await form.getByRole('button', { name: 'Log it' }).dblclick();
      await page.waitForTimeout(900);
      lines.push(`form number ${i}`);
    }
    const notes = (await exported(page, base)).entries.map(({ note }) => note ?? '');
    result.tried = lines.length;
    for (const line of lines) {
      const there = notes.filter((note) => note === line).length;
      if (there === 0) result.lost += 1;
      result.doubled += Math.max(0, there - 1);
    }
    result.told.push(`${Object.keys(ways).length + 1} ways, ${count} times each`);
  });
  return result;
}
