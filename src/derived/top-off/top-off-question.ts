import { TZDate } from '@date-fns/tz';
import { addMonths, startOfMonth } from 'date-fns';
import { fitTrend } from '@/chemistry/consumption/trend';
import { pumpGivesLPerH } from '@/chemistry/top-off/delivery';
import { USUAL_KEPT_BACK } from '@/calculators/top-off/head-room';
import { topOff, type TopOffValues } from '@/calculators/top-off/top-off';
import type { TopOffInput } from '@/calculators/top-off/top-off-input';
import type { SaltDrift } from '@/chemistry/evaporation/salt-balance';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { entriesOf, entriesBetween } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type EntryKind, type EntryOf, type Tank } from '@/record/schema';
import { tankEvents } from '../balance/known-events';
import { aimFor } from '../observations/targets';
import { lastObservation, observationsOf } from '../observations/observations';
import { memoise, memoiseOn } from '../memoise';
import { openSurfaceOf } from '../tank/held-level';
import { dosedWaterSteps, limewaterPerDay } from '../supplies/supply-timeline';

/** Salinity is followed over so many days, and with so many readings, before it says anything of the water account. Chosen. */
const DRIFT_DAYS = 60;
const FEWEST_READINGS = 4;
/** A year and a bit, so that the same season of last year is among them. */
const MONTHS_BACK = 14;
const LONGEST_DAYS = 460;
/** A controller's thermometer may write thousands; the mean of a month needs no more. */
const MOST_READINGS = 1500;

/** What the record says of a tank's evaporation, ready for the top-off calculator. */
export function topOffQuestion(snapshot: Snapshot, tank: Tank, now: number): TopOffInput {
  const of = <Kind extends EntryKind>(kind: Kind, withinDays = LONGEST_DAYS): readonly EntryOf<Kind>[] =>
    entriesBetween(entriesOf(snapshot, tank.id, kind), now - withinDays * DAY_MS, now);
  const { topOff } = tank;
  const spareL = roomToRiseL(tank);
  const saltDrift = saltDriftOf(snapshot, tank, now);
  const rooms = of('room').map(({ at, airC, humidityPercent }) => ({
    at,
    airC,
    humidity: humidityPercent === undefined ? undefined : humidityPercent / 100,
  }));
  return {
    now,
    netVolumeL: netVolumeL(tank),
    salinity: salinityNow(snapshot, tank),
    reservoirL: tank.reservoirL,
    ...(topOff?.litresPerDay !== undefined && { litresPerDay: topOff.litresPerDay }),
    ...(topOff?.markedAt !== undefined && { markedAt: topOff.markedAt }),
    ...(spareL !== undefined && { spareL }),
    refills: of('refill').map(({ at, volumeL, leavesL }) => ({ at, litres: volumeL, leavesL })),
    levels: of('reservoir-level').map(({ at, litres }) => ({ at, litres })),
    pumpRuns: of('pump-run').map(({ at, ranDays, overDays }) => ({ at, ran: ranDays, over: overDays })),
    ...pumpGives(tank),
    // A dose set years ago still runs.
    drips: dosedWaterSteps(snapshot, tank, topOff?.fromReservoir ?? [])
      .filter(({ at }) => at <= now)
      .slice(-MOST_READINGS),
    limewaterLPerDay: limewaterPerDay(snapshot, tank, now),
    limewaterKeptBack: tank.limewater?.keptBack ?? USUAL_KEPT_BACK,
    ...(saltDrift && { saltDrift }),
    surroundings: {
      ...(topOff?.places && topOff.places.length > 0
        ? { places: topOff.places }
        : { openSurfaceM2: openSurfaceOf(tank) }),
      moved: topOff?.moved ?? 'calm',
      airMPerS: topOff?.airMPerS ?? 0,
      waterC: lastObservation(snapshot, tank.id, 'temperature')?.value ?? aimFor(tank, 'temperature'),
      airC: rooms.findLast((room) => room.airC !== undefined)?.airC ?? tank.room.airC,
      humidity: rooms.findLast((room) => room.humidity !== undefined)?.humidity ?? tank.room.humidity,
    },
    rooms,
    waters: entriesBetween(observationsOf(snapshot, tank.id, 'temperature'), now - LONGEST_DAYS * DAY_MS, now)
      .slice(-MOST_READINGS)
      .map(({ at, value }) => ({ at, temperatureC: value })),
    months: monthsBack(now, snapshot.settings.zone),
    forDays: USUAL_ABSENCE_DAYS,
  };
}

const USUAL_ABSENCE_DAYS = 14;

/** Salinity as it was last read; the tank's aim where it never was. */
export function salinityNow(snapshot: Snapshot, tank: Tank): number {
  return lastObservation(snapshot, tank.id, 'salinity')?.value ?? aimFor(tank, 'salinity');
}

/** What the top-off's pump gives through its hose, the reservoir half full; at no lift where the heights are not told. */
function pumpGives({ topOff }: Tank): { pumpGives?: number } {
  if (!topOff?.pump) return {};
  const { pump, hose, reservoir, outletCm } = topOff;
  const liftCm = reservoir && outletCm !== undefined ? outletCm - reservoir.standsCm - reservoir.heightCm / 2 : 0;
  return { pumpGives: pumpGivesLPerH(pump, liftCm, hose) };
}

/** Litres the vessel that rises can take before it runs over; undefined until it is described. */
export function roomToRiseL({ topOff }: Tank): number | undefined {
  return topOff?.rises && litresOf(topOff.rises, topOff.rises.heightCm - topOff.rises.levelCm);
}

/** Litres that a height of water in a rectangular vessel holds. */
export function litresOf(
  { lengthCm, widthCm }: { readonly lengthCm: number; readonly widthCm: number },
  heightCm: number,
): number {
  return (lengthCm * widthCm * Math.max(0, heightCm)) / 1000;
}

/** How salinity falls beyond what changes and doses explain. */
function saltDriftOf(snapshot: Snapshot, tank: Tank, now: number): SaltDrift | undefined {
  const all = observationsOf(snapshot, tank.id, 'salinity');
  const events = tankEvents(snapshot, tank);
  const last = all.findLast(({ at }) => at <= now)?.at;
  const rests = [all, last, events, netVolumeL(tank), Math.floor(now / DAY_MS)];
  return memoiseOn(`salt drift of ${tank.id}`, rests, () => {
    const observations = entriesBetween(all, now - DRIFT_DAYS * DAY_MS, now);
    if (observations.length < FEWEST_READINGS) return undefined;
    const { outcome } = attempt(() =>
      fitTrend({
        species: 'salinity',
        volumeL: netVolumeL(tank),
        observations,
        events,
      }),
    );
    return outcome && { fallsPerDay: outcome.perDay, sd: Math.max(0.0001, outcome.perDaySd) };
  });
}

/** Where each month began in the keeper's zone, the present one last. */
function monthsBack(now: number, zone: string): number[] {
  const present = startOfMonth(new TZDate(now, zone));
  return Array.from({ length: MONTHS_BACK }, (_, i) => addMonths(present, i + 1 - MONTHS_BACK).getTime()).filter(
    (at) => at >= 0,
  );
}

/** What the record says of a tank's top-off, answered: half of what a screen tells rests on it. */
export function topOffOutcome(snapshot: Snapshot, tank: Tank, now: number) {
  return memoise(
    snapshot,
    tank,
    `top-off at ${now}`,
    () => attempt(() => topOff.run(topOffQuestion(snapshot, tank, now))).outcome,
  );
}

/** The loss of a tank by its record; undefined where the record allows none. */
export function evaporationOf(snapshot: Snapshot, tank: Tank, now: number): TopOffValues | undefined {
  return topOffOutcome(snapshot, tank, now)?.values;
}
