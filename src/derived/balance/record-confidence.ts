import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { listed } from '@/calculators/calculator/words';
import { worthTesting } from '@/calculators/consumption/consumption-answer';
import { parameterOf, PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import { recordConfidence } from '@/calculators/readings/record-confidence';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { quantity, showText } from '@/quantities/quantity';
import { entriesOfTank } from '@/record/entries-of';
import type { Snapshot, Instrument, Tank } from '@/record/schema';
import { consumptionTogether } from './consumption';
import { nextTestOf } from './consumption-report';
import { findingOf } from '../observations/instrument-check';
import { memoise } from '../memoise';
import { lastObservation, observationsOf } from '../observations/observations';

/** How long a test bears what hangs on it. Common practice: weekly tests of what is dosed, of the rest every second week. */
const DOSED_DAYS = 7;
const CALCIUM_DAYS = 21;
const LEVEL_DAYS = 14;
const SALINITY_DAYS = 14;
/** Looked through for a stretch without entries. */
const LOOKED_THROUGH_DAYS = 90;
/** Two readings by one method this close together that lie this many errors apart cannot both be right. */
const SAME_WATER_MS = 6 * 3_600_000;
const APART = 4;

/** What a tank's record tells surely, and which test would tell most next. */
export function confidenceOf(snapshot: Snapshot, tank: Tank, now: number) {
  return memoise(snapshot, tank, `confidence at ${now}`, () => {
    const entries = entriesOfTank(snapshot, tank.id);
    const last = entries.findLast(({ at }) => at <= now);
    const gap = longestGap(
      entries.filter(({ at }) => at <= now && at > now - LOOKED_THROUGH_DAYS * DAY_MS).map(({ at }) => at),
    );
    const consumption = tank.supplies.length > 0 ? consumptionTogether(snapshot, tank, now) : undefined;
    const best = consumption && nextTestOf(consumption);
    return recordConfidence.run({
      now,
      decisions: decisionsOf(snapshot, tank),
      ...(last && { lastEntryAt: last.at }),
      ...(gap && { gap }),
      contradictions: contradictionsIn(snapshot, tank, now),
      ...(worthTesting(best) && {
        best: {
          parameter: DOSED_PARAMETERS[best.channel] ?? 'alkalinity',
          inDays: Math.min(60, best.inDays),
          narrower: Math.min(1, Math.max(0, 1 - (best.with[best.channel] ?? 1) / (best.now[best.channel] ?? 1))),
        },
      }),
    });
  });
}

function decisionsOf(snapshot: Snapshot, tank: Tank) {
  const lastOf = (parameter: ParameterId) => {
    const last = lastObservation(snapshot, tank.id, parameter);
    return last && { lastAt: last.at };
  };
  const dosed = tank.supplies.length > 0;
  const cycling = tank.cycle !== undefined && tank.cycle.doneAt === undefined;
  return [
    ...(dosed
      ? DOSED_PARAMETERS.map((parameter) => ({
          what: 'the doses',
          parameter,
          ...lastOf(parameter),
          everyDays: parameter === 'alkalinity' ? DOSED_DAYS : CALCIUM_DAYS,
        }))
      : []),
    ...(cycling
      ? (['ammonia', 'nitrite'] as const).map((parameter) => ({
          what: 'the cycle',
          parameter,
          ...lastOf(parameter),
          everyDays: 2,
        }))
      : []),
    {
      what: 'every level and top-off',
      parameter: 'salinity' as const,
      ...lastOf('salinity'),
      everyDays: SALINITY_DAYS,
    },
    ...(Object.keys(tank.targets) as ParameterId[])
      .filter(
        (parameter) =>
          parameter !== 'salinity' && !(dosed && (DOSED_PARAMETERS as readonly string[]).includes(parameter)),
      )
      .filter((parameter) => !cycling || (parameter !== 'ammonia' && parameter !== 'nitrite'))
      .filter((parameter) => parameterOf(parameter).everyday)
      .map((parameter) => ({
        what: parameter === 'nitrate' || parameter === 'phosphate' ? 'feeding' : 'its target',
        parameter,
        ...lastOf(parameter),
        everyDays: LEVEL_DAYS,
      })),
  ];
}

function longestGap(moments: readonly number[]): { from: number; to: number } | undefined {
  let longest: { from: number; to: number } | undefined;
  moments.forEach((to, i) => {
    const from = moments[i - 1];
    if (from !== undefined && to - from > (longest ? longest.to - longest.from : 0)) longest = { from, to };
  });
  return longest;
}

/** An instrument that is off, by name, and what it is off from. */
function contradictedBy(
  snapshot: Snapshot,
  instrument: Instrument,
  now: number,
): readonly [string, string] | undefined {
  const { outcome, otherName } = findingOf(snapshot, instrument, now);
  const { comparison, believe } = outcome.values;
  const off = comparison?.finding === 'bias' || comparison?.finding === 'apart once';
  return off && believe !== 'this' && otherName ? [instrument.name, otherName] : undefined;
}

/** Figures of the last weeks that cannot both be right. */
function contradictionsIn(snapshot: Snapshot, tank: Tank, now: number): string[] {
  const { units } = snapshot.settings;
  return (Object.keys(PARAMETERS) as ParameterId[]).flatMap((parameter) => {
    const readings = observationsOf(snapshot, tank.id, parameter).filter(
      ({ at, bound }) => at <= now && at > now - 30 * DAY_MS && bound === undefined,
    );
    const { name, kind } = parameterOf(parameter);
    const told = (amount: number) => showText(quantity(kind, amount), units);
    const twice = readings.flatMap((reading, i) => {
      const before = readings[i - 1];
      return before &&
        reading.at - before.at <= SAME_WATER_MS &&
        before.instrument?.id === reading.instrument?.id &&
        Math.abs(reading.value - before.value) > APART * Math.hypot(reading.sd, before.sd)
        ? [`${name} was read ${told(before.value)} and ${told(reading.value)} within hours: retest.`]
        : [];
    });
    const aged = readings.at(-1)?.ages;
    const lately = new Set(readings.flatMap(({ instrument }) => instrument ?? []));
    const off = [...lately]
      .map((instrument) => contradictedBy(snapshot, instrument, now))
      .filter((pair) => pair !== undefined);
    return [
      ...twice,
      ...(aged
        ? [
            `The last ${name} is by ${readings.at(-1)?.instrument?.name ?? 'an instrument'}: ${listed(aged)}. It counts with twice the error.`,
          ]
        : []),
      ...off.map(([own, other]) => `${own} and ${other} contradict each other on ${name}: see Instruments.`),
    ];
  });
}
