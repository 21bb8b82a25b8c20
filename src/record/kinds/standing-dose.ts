import { AMOUNTS } from '@/calculators/calculator/amounts';
import { timesAmounts } from '@/chemistry/tank-model/water';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { id, within } from '../rows/fields';
import { dosingVerb, NO_LONGER_KEPT, SOLUTION_CHOICE } from './dosing';
import { defineKind, figuresAt, figuresOfForm, OF_A_TANK, solutionName, told } from './entry-kind';
import { hoursSchema, hoursText, readHours } from './hours';

const PULSES = /^\s*(?:in\s+)?(\d{1,3})\s*(?:pulses|portions|times\s+a\s+day)\b/i;

/** A dose given each day from now on, by a pump or by habit; zero ends it. */
export const standingDose = defineKind({
  kind: 'standing-dose',
  title: 'Dose set',
  tankId: OF_A_TANK,
  shape: {
    solutionId: id,
    mlPerDay: within(AMOUNTS.standingDose),
    /** The hours it runs in; the whole day when left out. */
    hours: hoursSchema.optional(),
    /** So many portions spread over those hours; evenly when left out. */
    pulses: within(AMOUNTS.pulses).int().optional(),
  },
  verbs: {
    /** "dosing 40 ml/day carbonate", "… 22:00 to 8:00", "… in 24 pulses", "dosing carbonate off". */
    dosing: dosingVerb(AMOUNTS.standingDose, (solutionId, mlPerDay, scanner, from) => {
      const hours = readHours(scanner, from);
      const pulses = Number(scanner.take(PULSES)?.[1] ?? 0);
      if (pulses > AMOUNTS.pulses.high) scanner.problem(from, `At most ${AMOUNTS.pulses.high} pulses a day.`);
      return (at) => ({
        at,
        solutionId,
        mlPerDay,
        ...(hours && { hours }),
        ...(pulses > 0 && pulses <= AMOUNTS.pulses.high && { pulses }),
      });
    }),
  },
  describe: ({ solutionId, mlPerDay, hours, pulses }, house) => {
    const solution = solutionName(house, solutionId, NO_LONGER_KEPT);
    if (mlPerDay === 0) return `${solution} off`;
    const when = `${hours ? `, ${hoursText(hours)}` : ''}${pulses ? `, in ${pulses} pulses` : ''}`;
    return `${solution} at ${told('doseRate', mlPerDay, house.settings.units)} from then on${when}`;
  },
  figures: (row, house) => [
    [solutionName(house, row.solutionId), row.mlPerDay, 'mL/day'],
    ...(row.hours ? [['hours', hoursText(row.hours), ''] as const] : []),
    ...figuresAt(row, [['pulses', 'pulses', 'a day']]),
  ],
  mark: { path: 'M1 8 H4.5 V3 H9', word: 'dose set' },
  form: {
    offered: true,
    figures: figuresOfForm(['mlPerDay', 'Dosed a day from then on', AMOUNTS.standingDose]),
    choices: [SOLUTION_CHOICE],
  },
  source: ({ solutionId }) => solutionId,
  ends: ({ mlPerDay }) => mlPerDay === 0,
  events: ({ at, solutionId, mlPerDay, hours, pulses }, { perMl, remadeWithin, inHours }, until) =>
    // A bottle made otherwise while the dose ran brings otherwise from then on.
    spans(at, until, remadeWithin(solutionId, at, until)).flatMap(([from, to]) =>
      inHours(hours, from, to).map((window): TankEvent => ({
        kind: 'rate',
        at: window.at,
        source: solutionId,
        perDay: timesAmounts(perMl(solutionId, from), mlPerDay),
        litresPerDay: mlPerDay / 1000,
        ...(window.hours && { hours: window.hours }),
        ...(pulses && { pulses }),
      })),
    ),
});

/** A span cut at some moments within it. */
function spans(from: number, until: number, cuts: readonly number[]): (readonly [from: number, to: number])[] {
  const starts = [from, ...cuts];
  return starts.map((start, i) => [start, starts[i + 1] ?? until] as const);
}
