import * as z from 'zod';
import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { amountsOf, sumOfSalts } from '@/chemistry/reagents/solution';
import { attempt } from '../calculator/attempt';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure } from '../calculator/calculator-input';
import { dayOf, swingsOf, type DayCourse, type DayPart, type DaySwings } from '@/chemistry/day/day-course';
import { dayPartOf } from '../dosing/day-part';
import { sourceOf } from '../dosing/plan-source';
import { scheduledPart } from '../dosing/scheduled-part';
import { dayWater, ownDays } from '../dosing/day-water';
import { MINUTES_A_DAY, dosingWindow, type DosingWindow } from '../dosing/dosing-window';
import { TOP_OFF_AMOUNTS } from '../top-off/top-off-amounts';

/** Where no lights are told: lights down to lights up. Common practice. */
const USUAL_NIGHT: DosingWindow = { fromMinute: 1200, forMinutes: 720 };

export const dripInput = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  litresPerDay: amount({ ...TOP_OFF_AMOUNTS.drip, field: 'limewater a day', low: 0.001 }),
  /** Grams of calcium hydroxide dissolved in a litre. */
  gramsPerL: figure('strength of the limewater', 0.01, 2.2, 'g/L'),
  evaporationLPerDay: amount(TOP_OFF_AMOUNTS.evaporation),
  /** The hours that are asked about. */
  hours: dosingWindow,
  /** Pulses a day within them; 0: it drips evenly. */
  pulses: figure('pulses a day', 0, 288).default(0),
  lights: dosingWindow.optional(),
  /** Alkalinity consumed a day. */
  consumption: amount({ field: 'alkalinity consumption', kind: 'alkalinityRate', low: 0, high: 5 }).default(0),
  water: dayWater,
  days: ownDays,
  /** What the pump gives when it runs. */
  pumpLPerH: amount(TOP_OFF_AMOUNTS.pump).optional(),
  /** What it is set to drip at, as its keeper remembers it. */
  dripLPerH: amount({ ...TOP_OFF_AMOUNTS.pump, field: 'drip rate' }).optional(),
  /** One standard deviation of it. */
  consumptionSd: figure('doubt of the consumption', 0, 100, 'mmol/L a day').default(0),
  /** What else is dosed through the day, in its own hours. */
  others: z.array(scheduledPart).max(12).default([]),
});
export type DripInput = z.output<typeof dripInput>;

/** One way of dripping, and what a day of the tank makes of it. */
export interface LimewaterWay {
  readonly name: 'round the clock' | 'overnight' | 'these hours';
  readonly hours: DosingWindow;
  readonly litresPerHour: number;
  /** Millilitres of one pulse; undefined where it drips. */
  readonly mlAtOnce: number | undefined;
  readonly day: DayCourse;
  readonly phSwing: number;
  /** What the swings rest on is assumed: from the least to the most. */
  readonly swings: DaySwings;
  readonly alkalinityRipple: number;
  readonly salinityDip: number;
  /** By which a single pulse lifts pH at once; 0 where it drips. */
  readonly phStep: number;
}

/** Round the clock, overnight and the hours asked about, each for the same tank. */
export function dripWays(input: DripInput): readonly [clock: LimewaterWay, night: LimewaterWay, own: LimewaterWay] {
  return [
    wayOf('round the clock', { fromMinute: 0, forMinutes: MINUTES_A_DAY }, input),
    wayOf('overnight', input.lights ? darkHours(input.lights) : USUAL_NIGHT, input),
    wayOf('these hours', input.hours, input),
  ];
}

function wayOf(name: LimewaterWay['name'], hours: DosingWindow, input: DripInput): LimewaterWay {
  const { litresPerDay, gramsPerL, pulses, others, netVolumeL } = input;
  const strength = sumOfSalts([{ reagent: 'calcium-hydroxide', gramsPerL }]);
  const round = hours.forMinutes >= MINUTES_A_DAY;
  const doses = Math.round(pulses);
  const parts: DayPart[] = [
    { id: 'limewater', perDay: amountsOf(strength, litresPerDay), litresPerDay, windows: round ? [] : [hours], doses },
    ...others.map((part) => dayPartOf(part, sourceOf(part.source))),
  ];
  const day = dayOf(input, parts);
  const mlAtOnce = doses > 0 ? (litresPerDay * 1000) / doses : undefined;
  return {
    name,
    hours,
    litresPerHour: litresPerDay / (hours.forMinutes / 60),
    mlAtOnce,
    day,
    phSwing: day.ph.high - day.ph.low,
    swings: swingsOf(input, parts, day),
    alkalinityRipple: day.alkalinity.high - day.alkalinity.low,
    salinityDip: day.salinity.high - day.salinity.low,
    phStep:
      mlAtOnce === undefined
        ? 0
        : largestStep(day, input, (mlAtOnce / 1000) * (strength.alkalinityMmolPerL / netVolumeL)),
  };
}

/** The most a pulse lifts pH at once in the course of the day, no CO2 coming in meanwhile. */
function largestStep({ points }: DayCourse, { water: { temperatureC } }: DripInput, rise: number): number {
  const steps = points.map(({ alkalinity, ph, salinity }) => {
    const { outcome } = attempt(() => {
      const { dicMmolPerL } = carbonateOfWater({ alkalinityMmolPerL: alkalinity, phNbs: ph }, salinity, temperatureC);
      return (
        carbonateOfWater({ alkalinityMmolPerL: alkalinity + rise, dicMmolPerL }, salinity, temperatureC).phNbs - ph
      );
    });
    return outcome ?? 0;
  });
  return Math.max(0, ...steps);
}

/** The hours in which the lights are off. */
function darkHours({ fromMinute, forMinutes }: DosingWindow): DosingWindow {
  const dark = MINUTES_A_DAY - forMinutes;
  return dark > 0 ? { fromMinute: (fromMinute + forMinutes) % MINUTES_A_DAY, forMinutes: dark } : USUAL_NIGHT;
}
