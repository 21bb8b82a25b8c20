import type { Caution } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { attempt } from '../calculator/attempt';
import { quantity } from '@/quantities/quantity';
import { DANGER_PH, FALLS_OUT } from '../carbonate/danger';
import { additions } from './additions';
import type { ScheduledPart, TimedPart } from './scheduled-part';

/** Doses of carbonate and of calcium stand so far apart at the least, minutes. Common practice. */
export const APART_MIN = 15;
/** A bottle with less than this left is refilled first. Chosen: a week to fetch what it is made of. */
const RUNS_DRY_DAYS = 7;
/** A pulse that lifts pH by more than this at once is split. Chosen. */
const STEP_OF_PH = 0.05;

export interface Accident {
  readonly name: string;
  readonly ml: number;
  readonly phNbs: number;
  readonly aragonite: number;
  readonly salinity: number;
  readonly dangerous: boolean;
}

/** What a part's whole bottle would do at once, as a pump that sticks gives it; undefined where no bottle or salts are told. */
export function wholeBottle(
  part: ScheduledPart,
  netVolumeL: number,
  water: { salinity: number; temperatureC: number; alkalinity: number; calcium: number; pco2Uatm: number },
): Accident | undefined {
  const { holds, name } = part.source;
  if (!holds || part.bottleMl === undefined) return undefined;
  const ml = part.bottleMl;
  const { outcome } = attempt(() => additions.run({ netVolumeL, water, add: [{ solution: holds, ml }] }));
  if (!outcome) return undefined;
  const { phNbs, aragonite, salinity } = outcome.values.after;
  return { name, ml, phNbs, aragonite, salinity, dangerous: phNbs > DANGER_PH || aragonite > FALLS_OUT };
}

/** What does not fit: parts too close together, doses below what a pump gives, pulses that jolt pH; and what a stuck pump would do. */
export function scheduleDoubts(
  timed: readonly TimedPart[],
  accidents: readonly Accident[],
  netVolumeL: number,
): Caution[] {
  const cautions: Caution[] = [];
  for (const { name, part, mlEach } of timed) {
    if (part.doses > 0 && part.mlPerDay > 0 && mlEach < part.leastMl)
      cautions.push({
        severity: 'caution',
        says: [
          `${capitalised(name)}:`,
          quantity('dose', mlEach),
          'at once is less than the pump gives reliably,',
          quantity('dose', part.leastMl),
          `: at most ${Math.max(1, Math.floor(part.mlPerDay / part.leastMl))} doses a day.`,
        ],
      });
  }
  const drips = new Set<string>();
  timed.forEach((a, i) =>
    timed.slice(i + 1).forEach((b) => {
      if (!meet(a, b)) return;
      const nearest = nearestMinutes(a, b);
      if (nearest === undefined) [a, b].forEach(({ name }) => drips.add(name));
      else if (nearest < APART_MIN)
        cautions.push({
          severity: 'caution',
          says: [
            `${capitalised(a.name)} and ${b.name} are dosed ${nearest < 1 ? 'at the same minute' : `${Math.round(nearest)} min apart`}: set one ${APART_MIN} min or more later, so that they do not meet undiluted.`,
          ],
        });
    }),
  );
  if (drips.size > 0)
    cautions.push({
      severity: 'caution',
      says: [
        `${capitalised(listed([...drips]))} are given in the same hours: keep them at different spots in strong flow, or give one the hours the others leave.`,
      ],
    });
  for (const { name, part, source, mlEach } of timed) {
    if (
      part.doses > 0 &&
      source.perMl.alkalinity > 0 &&
      pulseRise(source.perMl.alkalinity, mlEach, netVolumeL) > STEP_OF_PH
    )
      cautions.push({
        severity: 'note',
        says: [
          `${capitalised(name)}: each dose lifts pH by more than ${STEP_OF_PH} at once; more and smaller doses are gentler.`,
        ],
      });
  }
  for (const { name, part } of timed) {
    const lasts = part.bottleMl === undefined || part.mlPerDay <= 0 ? Infinity : part.bottleMl / part.mlPerDay;
    if (lasts < RUNS_DRY_DAYS)
      cautions.push({
        severity: 'caution',
        says: [
          `${capitalised(name)}: at this dose its bottle is empty in`,
          quantity('days', lasts),
          '; refill it before, or the level falls from then on while the schedule counts it as given.',
        ],
      });
  }
  for (const accident of accidents)
    if (accident.dangerous)
      cautions.push({
        severity: 'danger',
        says: [
          `If the pump of ${accident.name} stuck and gave its whole bottle,`,
          quantity('dose', accident.ml),
          ', pH would go to',
          quantity('ph', accident.phNbs),
          'and aragonite saturation to',
          quantity('ratio', accident.aragonite),
          '. A smaller bottle, or a timer that cuts the pump, bounds it.',
        ],
      });
  return cautions;
}

/** 0.5 dKH of carbonate in a litre lifts pH by about 0.10 at 8 dKH (worked value of the carbonate model). */
const PH_PER_MMOL_PER_L = 0.104 / (0.5 * 0.35665);

function pulseRise(perMl: number, mlEach: number, netVolumeL: number): number {
  return ((perMl * mlEach) / netVolumeL) * PH_PER_MMOL_PER_L;
}

/** Carbonate beside calcium is what falls out. */
export function meet(a: TimedPart, b: TimedPart): boolean {
  if (a.part.mlPerDay <= 0 || b.part.mlPerDay <= 0) return false;
  const carbonate = (part: TimedPart) => part.source.perMl.alkalinity > 0;
  const metal = (part: TimedPart) => part.source.perMl.calcium > 0 || part.source.perMl.magnesium > 0;
  return (carbonate(a) && metal(b)) || (carbonate(b) && metal(a));
}

/** Between the nearest two of their doses; undefined where one of them drips while the other is given. */
export function nearestMinutes(a: TimedPart, b: TimedPart): number | undefined {
  if (a.atMinutes.length > 0 && b.atMinutes.length > 0)
    return Math.min(...a.atMinutes.flatMap((x) => b.atMinutes.map((y) => apart(x, y))));
  const open = (part: TimedPart, minute: number) =>
    part.windows.some(({ fromMinute, forMinutes }) => (minute - fromMinute + 1440) % 1440 < forMinutes);
  const within = (drips: TimedPart, minutes: readonly number[]) => minutes.some((minute) => open(drips, minute));
  if (a.atMinutes.length > 0) return within(b, a.atMinutes) ? undefined : 1440;
  if (b.atMinutes.length > 0) return within(a, b.atMinutes) ? undefined : 1440;
  return a.windows.some(({ fromMinute }) => open(b, fromMinute)) ||
    b.windows.some(({ fromMinute }) => open(a, fromMinute))
    ? undefined
    : 1440;
}

function apart(x: number, y: number): number {
  const ahead = (((x - y) % 1440) + 1440) % 1440;
  return Math.min(ahead, 1440 - ahead);
}
