import { DOSED_PARAMETERS, isDosedParameter } from '@/calculators/dosing/dosed-parameters';
import { levels } from '@/calculators/levels/levels';
import { jotExamples } from '@/jot/example';
import { entriesOf } from '@/record/entries-of';
import type { ParameterId } from '@/calculators/parameters/parameters';
import type { Snapshot, Tank } from '@/record/schema';
import { balanceAt } from '../balance/balance';
import { levelFacts, movedOf } from './how-it-moves';
import { memoise } from '../memoise';
import { observationsOf } from '../observations/observations';
import { nutrientsAtZero, waterStatus } from '../observations/water-status';

/** What the record says of every level of a tank, ready for the levels calculator. */
function levelsQuestion(snapshot: Snapshot, tank: Tank, now: number) {
  const status = waterStatus(snapshot, tank, now);
  const tested = status.length > 0 || entriesOf(snapshot, tank.id, 'reading').length > 0;
  const { alkalinity, salinity, temperature } = jotExamples(snapshot.settings.units);
  const firstLine = `${alkalinity} ${salinity} ${temperature}`;
  if (!tested) return { firstLine };
  const { warns, zeroForDays = 0 } = nutrientsAtZero(snapshot, tank, now).values;
  const judged = status.map(({ parameter, last, band, at }) => ({
    parameter,
    value: last.value,
    sd: last.sd,
    ...at,
    band: [...band] as [number, number],
    ...movesOf(snapshot, tank, parameter, now),
  }));
  // One without a target is not judged, and may move all the same.
  const others = DOSED_PARAMETERS.filter(
    (id) => !status.some(({ parameter }) => parameter === id) && observationsOf(snapshot, tank.id, id).length > 0,
  ).map((parameter) => ({ parameter, ...movesOf(snapshot, tank, parameter, now) }));
  const parameters = [...judged, ...others];
  return {
    firstLine,
    // Something is measured, though nothing of it is judged.
    levels: parameters.length > 0 ? parameters : [{ parameter: 'alkalinity' as const }],
    ...(warns && { nutrientsZeroDays: zeroForDays }),
  };
}

function movesOf(snapshot: Snapshot, tank: Tank, parameter: ParameterId, now: number) {
  if (isDosedParameter(parameter)) {
    const moves = levelFacts(snapshot, tank, parameter, now);
    const aside = balanceAt(snapshot, tank, now).of[parameter].trend?.outliers ?? [];
    return moves && { moves, leftOut: aside.map(({ value }) => value) };
  }
  const moved = movedOf(snapshot, tank, parameter, now);
  return moved && { moved };
}

/** Whether every level stands in its band and holds. */
export function levelsOutcome(snapshot: Snapshot, tank: Tank, now: number) {
  return memoise(snapshot, tank, `levels at ${now}`, () => levels.run(levelsQuestion(snapshot, tank, now)));
}
