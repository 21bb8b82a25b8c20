import { attempt } from '@/calculators/calculator/attempt';
import { roDiWater } from '@/calculators/source-water/ro-di-water';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, EntryOf, SetUpRow, Tank } from '@/record/schema';
import { aimFor } from '../observations/targets';
import { sourceState, waterQuestion } from '../source-water/source-line';

/** A box of a tank's litres in the shape most are sold in: twice as long as wide, a little higher than wide. Chosen. */
const SHAPE = { length: 2, height: 1.1 } as const;
const FREEBOARD_CM = 4;

/** A plan to start from: measures that hold what the tank is said to hold. */
export function usualSetUp(tank: Tank, now: number): SetUpRow {
  const widthCm = Math.cbrt((tank.displayL * 1000) / (SHAPE.length * SHAPE.height));
  const whole = (cm: number, low: number, high: number) => Math.min(high, Math.max(low, Math.round(cm)));
  return {
    startAt: Math.ceil(now / DAY_MS) * DAY_MS + 9 * 3_600_000,
    lengthCm: whole(widthCm * SHAPE.length, 10, 1000),
    widthCm: whole(widthCm, 10, 400),
    heightCm: whole(widthCm * SHAPE.height + FREEBOARD_CM, 15, 250),
    freeboardCm: FREEBOARD_CM,
    glassCm: tank.displayL > 300 ? 1.2 : tank.displayL > 100 ? 1 : 0.6,
    sumpL: tank.sumpL,
    targetC: aimFor(tank, 'temperature'),
    roomC: Math.min(tank.room.airC, 18),
    first: 'rock',
    rock: 'dry',
    mixed: 'outside',
  };
}

/** What the house's filter line makes in a day; undefined where none is described. */
export function waterMadePerDay(snapshot: Snapshot, now: number): number | undefined {
  const [source] = snapshot.sources;
  if (!source) return undefined;
  return attempt(() => roDiWater.run(waterQuestion(sourceState(snapshot, source, now), 100, {}))).outcome?.values
    .litresPerDay;
}

/** Steps of the set-up that are ticked off, by step. */
export function setUpTicks(snapshot: Snapshot, tank: Tank): ReadonlyMap<string, EntryOf<'set-up-step'>> {
  return new Map(entriesOf(snapshot, tank.id, 'set-up-step').map((entry) => [entry.step, entry]));
}

/** Whether a plan is the one that is kept, in whichever order its figures were set. */
export function samePlan(kept: SetUpRow | undefined, plan: SetUpRow): boolean {
  if (!kept) return false;
  const names = new Set([...Object.keys(kept), ...Object.keys(plan)]) as Set<keyof SetUpRow>;
  return [...names].every((name) => kept[name] === plan[name]);
}
