import type * as z from 'zod';
import { given } from '@/calculators/calculator/given';
import type { algae } from '@/calculators/nutrients/algae';
import { NUISANCES, type Nuisance } from '@/calculators/nutrients/algae-facts';
import type { carbonSource } from '@/calculators/nutrients/carbon-source';
import type { nutrientBalance } from '@/calculators/nutrients/nutrient-balance';
import { nutrientLevels } from '@/calculators/nutrients/nutrient-levels';
import type { Nutrient } from '@/calculators/nutrients/level-findings';
import { SDS_95 } from '@/numerics/normal-interval';
import { asPoint } from '@/chemistry/observation';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type EntryOf, type Snapshot, type Tank } from '@/record/schema';
import { memoise } from '../memoise';
import { lastObservation, observationsOf } from '../observations/observations';
import { changeHabit } from '../saltwater/change-habit';
import { supplyTimeline } from '../supplies/supply-timeline';
import { movedOf } from '../trends/how-it-moves';
import { exportersOf, harvestPerWeek, skimmerRuns, turnsOf } from './exporters';
import { broadcastFed, fedOfTank, feedingChanged } from './fed-of-tank';
import { knownToNutrients } from './known-to-nutrients';

export type BalanceQuestion = z.input<typeof nutrientBalance.input>;
export type CarbonQuestion = z.input<typeof carbonSource.input>;
export type AlgaeQuestion = z.input<typeof algae.input>;

/** Balances look back no further. */
const LOOKS_BACK_MS = 190 * DAY_MS;
/** A level read longer ago says nothing of the water now. Chosen. */
const LATELY_MS = 30 * DAY_MS;
const MOST_READINGS = 400;
/** What was seen is looked back on for so long. */
const SEEN_MS = 60 * DAY_MS;

/** The two levels, and what is beside them. */
export function nutrientLevelsOf(snapshot: Snapshot, tank: Tank, now: number) {
  return memoise(snapshot, tank, `nutrient levels at ${now}`, () => {
    const fed = fedOfTank(snapshot, tank, now);
    const of = (nutrient: Nutrient) => {
      const moved = movedOf(snapshot, tank, nutrient, now);
      const band = tank.targets[nutrient];
      return {
        readings: observationsOf(snapshot, tank.id, nutrient)
          .filter(({ at }) => at <= now)
          .slice(-MOST_READINGS)
          .flatMap((observation) => asPoint(observation) ?? [])
          .map(({ at, value, sd }) => ({ at, value, sd })),
        ...given({ moved, band: band && ([...band] as [number, number]) }),
      };
    };
    return nutrientLevels.run({
      now,
      nitrate: of('nitrate'),
      phosphate: of('phosphate'),
      ...given({
        alkalinity: latelyRead(snapshot, tank, 'alkalinity', now),
        ageDays: knownAgeDays(tank, now),
        fishAddedDaysAgo: fishAdded(snapshot, tank, now),
        feedingRaised: feedingChanged(fed, now),
      }),
      broadcast: broadcastFed(fed),
      signs: signsThere(snapshot, tank, now),
      exporters: exportersOf(snapshot, tank, now),
    });
  });
}

/** The balance of one nutrient. */
export function balanceQuestion(snapshot: Snapshot, tank: Tank, now: number, nutrient: Nutrient): BalanceQuestion {
  const since = now - LOOKS_BACK_MS;
  const volumeL = netVolumeL(tank);
  const habit = changeHabit(snapshot, tank, now);
  const share = Math.min(0.95, habit.changeL / volumeL);
  return {
    nutrient,
    now,
    netVolumeL: volumeL,
    readings: observationsOf(snapshot, tank.id, nutrient)
      .filter(({ at }) => at <= now && at > since)
      .slice(-MOST_READINGS)
      .map(({ at, value, sd, bound }) => ({ at, value, sd, ...given({ bound }) })),
    fed: fedOfTank(snapshot, tank, now).map(({ from, meals }) => ({ from, meals: [...meals] })),
    turns: turnsOf(snapshot, tank, now).map(({ at, what }) => ({ at, what: what.slice(0, 120) })),
    ...knownToNutrients(snapshot, tank, nutrient, since, now),
    ...(habit.from !== 'usual' &&
      share > 0.0001 && { routine: { share, everyDays: Math.min(366, Math.max(0.5, habit.everyDays)), level: 0 } }),
    exporters: exportersOf(snapshot, tank, now),
    ...given({ harvestGPerWeek: harvestPerWeek(snapshot, tank, now) }),
  };
}

/** A carbon source as it runs, or as it might be begun. */
export function carbonQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  tried: Partial<CarbonQuestion>,
): CarbonQuestion {
  const runs = supplyTimeline(snapshot, tank).filter(({ source, from }) => source === 'carbon source' && from <= now);
  const [before, set] = [runs.at(-2), runs.at(-1)].map((run) =>
    run && !run.ended && run.entry.kind === 'carbon-source' ? run.entry : undefined,
  );
  const form = tried.form ?? (set?.pelletsMl === undefined ? 'liquid' : 'pellets');
  // One of the other form is another exporter, and counted as such.
  const own = set && (set.pelletsMl === undefined) === (form === 'liquid') ? set : undefined;
  const slips = entriesOf(snapshot, tank.id, 'carbon-slip').findLast(({ at }) => at <= now && now - at < 2 * DAY_MS);
  const moved = movedOf(snapshot, tank, 'nitrate', now);
  const band = tank.targets.nitrate;
  const sinceDays = own && Math.max(0, (now - own.at) / DAY_MS);
  const amount = (entry: typeof set) => entry?.mlPerDay ?? entry?.pelletsMl ?? 0;
  return {
    now,
    netVolumeL: netVolumeL(tank),
    skimmer: skimmerRuns(snapshot, tank, now),
    nitrateFalls: moved?.moves === 'falling' && !moved.small,
    exporters: exportersOf(snapshot, tank, now).filter((each) => !own || !/carbon|pellets/.test(each)),
    signs: [...new Set(signsThere(snapshot, tank, now).map(({ sign }) => sign))],
    ...given({
      liquid: own?.liquid,
      mlPerDay: own?.mlPerDay,
      pelletsMl: own?.pelletsMl,
      flowLPerH: own?.flowLPerH,
      chamberL: own?.chamberL,
      sinceDays,
      easedDaysAgo: own && before && amount(own) < amount(before) ? sinceDays : undefined,
      slip: slips?.what,
      ageDays: carbonAgeDays(snapshot, tank, now),
      nitrate: latelyRead(snapshot, tank, 'nitrate', now),
      phosphate: latelyRead(snapshot, tank, 'phosphate', now),
      aim: band && (band[0] + band[1]) / 2,
      temperatureC: latelyRead(snapshot, tank, 'temperature', now),
      salinity: latelyRead(snapshot, tank, 'salinity', now),
    }),
    ...tried,
    form,
  };
}

/** Since it was filled, where its cycle says so; else so long at least as its record goes back, where that is long enough to say. */
function carbonAgeDays(snapshot: Snapshot, tank: Tank, now: number): number | undefined {
  const known = knownAgeDays(tank, now);
  if (known !== undefined) return known;
  const first = snapshot.entries.find(({ tankId }) => tankId === tank.id);
  const days = first ? (now - first.at) / DAY_MS : 0;
  return days >= OLD_ENOUGH_DAYS ? days : undefined;
}
const OLD_ENOUGH_DAYS = 180;

/** What is done about something that grows or lives where it should not. */
export function algaeQuestion(snapshot: Snapshot, tank: Tank, now: number, sign: Nuisance): AlgaeQuestion {
  const fed = fedOfTank(snapshot, tank, now);
  const tds = entriesOf(snapshot, null, 'source-test').findLast(({ at }) => at <= now);
  return {
    now,
    sign,
    seen: entriesOf(snapshot, tank.id, 'seen')
      .filter(({ at, signs }) => at <= now && signs.includes(sign))
      .slice(-500)
      .map(({ at, gone }) => ({ at, gone: gone === true })),
    broadcast: broadcastFed(fed),
    ruledOut: entriesOf(snapshot, tank.id, 'ruled-out')
      .slice(-100)
      .map(({ remedy, at, note }) => ({ remedy, at, ...given({ note }) })),
    ...given({
      ageDays: knownAgeDays(tank, now),
      nitrate: latelyRead(snapshot, tank, 'nitrate', now),
      phosphate: latelyRead(snapshot, tank, 'phosphate', now),
      feedingRaised: feedingChanged(fed, now),
      tds: tds?.tdsProduct,
    }),
  };
}

/** What is there of it: seen in the last weeks and not gone, the newest first. */
export function nuisancesThere(snapshot: Snapshot, tank: Tank, now: number): readonly Nuisance[] {
  const there = signsThere(snapshot, tank, now).map(({ sign }) => sign);
  return [...new Set(there.toReversed())].filter((sign): sign is Nuisance =>
    (NUISANCES as readonly string[]).includes(sign),
  );
}

/** Signs of the last weeks that were not said to have gone since. */
export function signsThere(snapshot: Snapshot, tank: Tank, now: number) {
  const seen = entriesOf(snapshot, tank.id, 'seen').filter(({ at }) => at <= now && now - at < SEEN_MS);
  const goneAfter = (sign: EntryOf<'seen'>['signs'][number], at: number) =>
    seen.some((other) => other.gone && other.at >= at && other.signs.includes(sign));
  return seen
    .filter(({ gone }) => !gone)
    .flatMap(({ signs, at }) => signs.filter((sign) => !goneAfter(sign, at)).map((sign) => ({ sign, at })))
    .slice(-200);
}

function latelyRead(
  snapshot: Snapshot,
  tank: Tank,
  parameter: 'nitrate' | 'phosphate' | 'alkalinity' | 'temperature' | 'salinity',
  now: number,
): number | undefined {
  const last = lastObservation(snapshot, tank.id, parameter);
  return last && last.at <= now && now - last.at < LATELY_MS ? last.value : undefined;
}

function knownAgeDays(tank: Tank, now: number): number | undefined {
  const since = tank.cycle?.startedAt;
  return since === undefined || since > now ? undefined : Math.min(40_000, (now - since) / DAY_MS);
}

function fishAdded(snapshot: Snapshot, tank: Tank, now: number): number | undefined {
  const last = entriesOf(snapshot, tank.id, 'put-in').findLast(({ at, what }) => at <= now && what === 'fish');
  return last && (now - last.at) / DAY_MS;
}

/** Readings of both on one day, for the path of the two: in order of time, with what each may be off by. */
export function nutrientPath(snapshot: Snapshot, tank: Tank, now: number, days: number) {
  const phosphates = observationsOf(snapshot, tank.id, 'phosphate');
  return observationsOf(snapshot, tank.id, 'nitrate')
    .filter(({ at }) => at <= now && at > now - days * DAY_MS)
    .flatMap((nitrate) => {
      const phosphate = phosphates
        .filter(({ at }) => Math.abs(at - nitrate.at) < DAY_MS)
        .toSorted((a, b) => Math.abs(a.at - nitrate.at) - Math.abs(b.at - nitrate.at))[0];
      const [n, p] = [asPoint(nitrate), phosphate && asPoint(phosphate)];
      return n && p
        ? [
            {
              at: nitrate.at,
              nitrate: n.value,
              phosphate: p.value,
              nitrateHalf: SDS_95 * n.sd,
              phosphateHalf: SDS_95 * p.sd,
            },
          ]
        : [];
    });
}
