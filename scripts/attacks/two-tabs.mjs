import { calciumOf, compared, jot, makeTank, nothing, withBrowser } from './steps.mjs';

/** Two tabs file at once. Nothing is lost or doubled, and both show the same at the end. */
export async function twoTabs({ base, executablePath, count }) {
  const result = nothing();
  await withBrowser(executablePath, async ({ open }) => {
    const context = await open();
    const one = await context.newPage();
    await makeTank(one, base);
    const other = await context.newPage();
    await other.goto(one.url());
    const filed = [];
    const each = async (page, from) => {
      for (let i = 0; i < Math.min(count, 140); i++) {
        await jot(page, `ca ${from + i}`);
        filed.push(from + i);
      }
    };
    await Promise.all([each(one, 300), each(other, 450)]);
    // What one tab wrote has reached the other.
    await one.waitForTimeout(1000);
    const [here, there] = [await calciumOf(one, base), await calciumOf(other, base)];
    Object.assign(result, compared(filed, here));
    result.wrong += here.join() === there.join() ? 0 : 1;
    result.told.push(`${filed.length} lines of two tabs`);
  });
  return result;
}
