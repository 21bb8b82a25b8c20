import { AMOUNTS } from '@/calculators/calculator/amounts';
import { timesAmounts } from '@/chemistry/tank-model/water';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { id, bounded } from '../rows/fields';
import { NO_LONGER_KEPT } from './dosing';
import { defineKind, figuresAt, OF_A_TANK, solutionName, formatted } from './entry-kind';
import { hoursSchema, hoursText } from './hours';

/** A dose given each day from now on, by a pump or by habit; zero ends it. */
export const standingDose = defineKind({
  kind: 'standing-dose',
  title: 'Dose set',
  tankId: OF_A_TANK,
  shape: {
    solutionId: id,
    mlPerDay: bounded(AMOUNTS.standingDose),
    /** The hours it runs in; the whole day when left out. */
    hours: hoursSchema.optional(),
    /** A second stretch of the day: the day's amount is shared between the two by their length. */
    alsoHours: hoursSchema.optional(),
    /** So many portions spread over those hours; evenly when left out. */
    pulses: bounded(AMOUNTS.pulses).int().optional(),
  },

  describe: ({ solutionId, mlPerDay, hours, alsoHours, pulses }, house) => {
    const solution = solutionName(house, solutionId, NO_LONGER_KEPT);
    if (mlPerDay === 0) return `${solution} off`;
    const when = `${hours ? `, ${hoursText(hours)}` : ''}${alsoHours ? ` and ${hoursText(alsoHours)}` : ''}${pulses ? `, in ${pulses} pulses` : ''}`;
    return `${solution} at ${formatted('doseRate', mlPerDay, house.settings.units)} from then on${when}`;
  },
  figures: (row, house) => [
    [solutionName(house, row.solutionId), row.mlPerDay, 'mL/day'],
    ...(row.hours ? [['hours', hoursText(row.hours), ''] as const] : []),
    ...(row.alsoHours ? [['and', hoursText(row.alsoHours), ''] as const] : []),
    ...figuresAt(row, [['pulses', 'pulses', 'a day']]),
  ],
  source: ({ solutionId }) => solutionId,
  ends: ({ mlPerDay }) => mlPerDay === 0,
  events: ({ at, solutionId, mlPerDay, hours, alsoHours, pulses }, { perMl, remadeWithin, inHours }, until) => {
    const minutes = (hours?.forMinutes ?? 0) + (alsoHours?.forMinutes ?? 0);
    const share = hours && alsoHours ? hours.forMinutes / minutes : 1;
    /** One stretch of the day; a second one runs beside the first, as a source of its own that ends with it. */
    const stretch = (source: string, part: number, window: typeof hours): TankEvent[] =>
      // A bottle made otherwise while the dose ran brings otherwise from then on.
      spans(at, until, remadeWithin(solutionId, at, until)).flatMap(([from, to]) =>
        inHours(window, from, to).map((open): TankEvent => ({
          kind: 'rate',
          at: open.at,
          source,
          perDay: timesAmounts(perMl(solutionId, from), mlPerDay * part),
          litresPerDay: (mlPerDay * part) / 1000,
          ...(open.hours && { hours: open.hours }),
          ...(pulses && { pulses: Math.max(1, Math.round(pulses * part)) }),
        })),
      );
    if (!alsoHours) return stretch(solutionId, 1, hours);
    const second = `${solutionId}, second stretch`;
    return [
      ...stretch(solutionId, share, hours),
      ...stretch(second, 1 - share, alsoHours),
      ...(until < Infinity ? [{ kind: 'rate' as const, at: until, source: second, perDay: {} }] : []),
    ];
  },
});

/** A span cut at some moments within it. */
function spans(from: number, until: number, cuts: readonly number[]): (readonly [from: number, to: number])[] {
  const starts = [from, ...cuts];
  return starts.map((start, i) => [start, starts[i + 1] ?? until] as const);
}
