import { DOSED_PARAMETERS, isDosedParameter, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { levels } from '@/calculators/levels/levels';
import { jotExamples } from '@/record/line/example';
import type { Trend } from '@/chemistry/consumption/trend';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { driftOf, factsOf } from './consumption';
import { solutionsWith } from './known-supply';
import { memoise } from './memoise';
import { observationsOf } from './observations';
import { suppliedPerDay } from './supply';
import { supplyTimeline } from './supply-timeline';
import { nutrientsAtZero, waterStatus } from './water-status';

/** What the record says of every level of a tank, ready for the levels calculator. */
function levelsQuestion(book: Book, tank: Tank, now: number) {
  const status = waterStatus(book, tank, now);
  const tested = status.length > 0 || entriesOf(book, tank.id, 'reading').length > 0;
  const { alkalinity, salinity, temperature } = jotExamples(book.settings.units);
  const firstLine = `${alkalinity} ${salinity} ${temperature}`;
  if (!tested) return { firstLine };
  const { warns, zeroForDays = 0 } = nutrientsAtZero(book, tank, now).values;
  const judged = status.map(({ parameter, last, band }) => ({
    parameter,
    value: last.value,
    sd: last.sd,
    band: [...band] as [number, number],
    ...(isDosedParameter(parameter) && movesOf(book, tank, parameter, now)),
  }));
  // One without a target is not judged, and may move all the same.
  const others = DOSED_PARAMETERS.filter(
    (id) => !status.some(({ parameter }) => parameter === id) && observationsOf(book, tank.id, id).length > 0,
  ).map((parameter) => ({ parameter, ...movesOf(book, tank, parameter, now) }));
  const parameters = [...judged, ...others];
  return {
    firstLine,
    // Something is measured, though nothing of it is judged.
    levels: parameters.length > 0 ? parameters : [{ parameter: 'alkalinity' as const }],
    ...(warns && { nutrientsZeroDays: zeroForDays }),
  };
}

function movesOf(book: Book, tank: Tank, parameter: (typeof DOSED_PARAMETERS)[number], now: number) {
  const estimate = driftOf(book, tank, parameter, now);
  return (
    estimate && {
      moves: { ...factsOf(estimate), ...sinceSetAnew(book, tank, parameter, now, estimate) },
      leftOut: estimate.setAside.map(({ value }) => value),
    }
  );
}

/** A dose set after the last test has changed how the level moves: by what is supplied now, and no longer by how it moved. */
function sinceSetAnew(book: Book, tank: Tank, parameter: DosedParameter, now: number, estimate: Trend) {
  const carrying = new Set(solutionsWith(book, parameter).map(({ id }) => id));
  const anew = supplyTimeline(book, tank).some(
    ({ source, from }) => carrying.has(source) && from > estimate.lastAt && from <= now,
  );
  if (!anew) return {};
  const supplied = suppliedPerDay(book, tank, parameter, now).amountPerDay / netVolumeL(tank);
  return { driftPerDay: supplied - estimate.perDay, driftPerDaySd: estimate.perDaySd };
}

/** Whether every level stands in its band and holds. */
export function levelsOutcome(book: Book, tank: Tank, now: number) {
  return memoise(book, tank, `levels at ${now}`, () => levels.run(levelsQuestion(book, tank, now)));
}
