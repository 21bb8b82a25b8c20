import { readFileSync } from 'node:fs';

/** The most of each kind of work that the quick suite may do: `src/testing/work.ts` books it. */
const BUDGET = JSON.parse(readFileSync(new URL('./work-budget.json', import.meta.url), 'utf8'));

/** Adds up lines of "how much what". */
export function addedUp(snapshot) {
  const done = {};
  for (const line of snapshot.split('\n').filter(Boolean)) {
    const [, much, what] = /^(\d+) (.+)$/.exec(line) ?? [];
    if (what === undefined) throw new Error(`The book of work holds “${line}”.`);
    done[what] = (done[what] ?? 0) + Number(much);
  }
  return done;
}

/**
 * Says what was done, and whether it lies within the budget. A suite that grows by a few tests does not fail; one that opens
 * the demo twice as often does, on any machine. Work of a kind that was never done is a fault too: then nobody counts it any more.
 * @param whole the whole suite has no budget
 */
export function withinBudget(snapshot, whole, budget = BUDGET, say = console.log) {
  const done = addedUp(snapshot);
  let within = true;
  for (const what of new Set([...Object.keys(budget), ...Object.keys(done)])) {
    const [much, most] = [done[what] ?? 0, budget[what]];
    const fault = whole ? undefined : faultOf(much, most);
    if (fault) within = false;
    say(
      `  ${String(much).padStart(6)} ${what}${whole ? '' : `, of ${most ?? 'none planned'}`}${fault ? `: ${fault}` : ''}`,
    );
  }
  return within;
}

function faultOf(much, most) {
  if (most === undefined) return 'it has no budget in scripts/work-budget.json';
  if (much > most) return 'MORE THAN ITS BUDGET: draw fewer, or move some to the whole suite';
  return much === 0 && most > 0 ? 'NOT COUNTED ANY MORE' : undefined;
}
