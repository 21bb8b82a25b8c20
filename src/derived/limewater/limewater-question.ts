import { given } from '@/calculators/calculator/given';
import type * as z from 'zod';
import type { limewater } from '@/calculators/limewater/limewater';
import type { limewaterHours } from '@/calculators/limewater/limewater-hours';
import type { limewaterStuck } from '@/calculators/limewater/limewater-stuck';
import { limewaterStrength, USUAL_WEAKENED, type LimewaterMade } from '@/calculators/limewater/strength';
import { limewaterHeadRoom } from '@/calculators/top-off/head-room';
import type { FailureInput } from '@/calculators/top-off/failure-input';
import { gramsOfAlkalinity } from '@/chemistry/limewater/saturation';
import { isLimewater } from '@/chemistry/limewater/is-limewater';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Hours } from '@/record/kinds/entry-kind';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type EntryOf, type Solution, type Tank } from '@/record/schema';
import { balanceAt, broughtPerDay } from '../balance/balance';
import { consumptionOf, consumptionTogether } from '../balance/consumption';
import { strengthOf } from '../balance/known-events';
import { pumpDelivery } from '../supplies/pump-delivery';
import { fittedDays } from '../day/fitted-day';
import { lightsOf, scheduledParts, USUAL_LIGHTS, waterNow, waterRead } from '../day/day-of-tank';
import { givenMl, supplyTimeline } from '../supplies/supply-timeline';
import { evaporationOf, roomToRiseL } from '../top-off/top-off-question';
import { dosesRunning } from '../balance/what-goes-in';

/** A test of limewater speaks of it for so long. Chosen: a season of the room. */
const TEST_HOLDS_DAYS = 90;
/** A vessel is taken to hold so much where nothing is told of it. Chosen. */
const USUAL_VESSEL_L = 10;
/** Before and after limewater are compared over readings so far from its beginning. Chosen. */
const BEFORE_DAYS = 7;

/** The limewater a tank is dosed with, among the solutions. */
export function limewaterOf(snapshot: Snapshot, tank: Tank): Solution | undefined {
  const named = snapshot.solutions.find(({ id }) => id === tank.limewater?.solutionId);
  return named ?? snapshot.solutions.find((solution) => isLimewater(strengthOf(solution)));
}

function madeOf(snapshot: Snapshot, tank: Tank, now: number): EntryOf<'limewater'>[] {
  return entriesOf(snapshot, tank.id, 'limewater').filter(({ at }) => at <= now);
}

/** How limewater is made, as the record tells it: its vessel, what lies in it, and what a test of it said. */
export function limewaterMadeOf(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
): LimewaterMade & { readonly leftL?: number } {
  const row = tank.limewater;
  const vessel = row?.vessel ?? 'plain';
  const solution = limewaterOf(snapshot, tank);
  const made = madeOf(snapshot, tank, now);
  const test = made.findLast(
    ({ at, alkalinity, conductivity }) =>
      (alkalinity !== undefined || conductivity !== undefined) && at > now - TEST_HOLDS_DAYS * DAY_MS,
  );
  const vesselL = row?.litres ?? made.findLast(({ litres }) => litres !== undefined)?.litres ?? USUAL_VESSEL_L;
  const store = storeOf(snapshot, tank, now, made, solution);
  const described = solution && gramsOfAlkalinity(strengthOf(solution, now).alkalinityMmolPerL);
  return {
    vessel,
    vesselL,
    temperatureC: row?.temperatureC ?? roomC(snapshot, tank, now),
    weakened: row?.weakened ?? USUAL_WEAKENED[vessel],
    ...(described !== undefined && described >= 0.01 && { describedGPerL: Math.min(2.2, described) }),
    ...store,
    ...(test && {
      tested: { at: test.at, alkalinity: test.alkalinity, conductivity: test.conductivity },
    }),
  };
}

/** Calcium hydroxide in the vessel and the litres over it: what was put in, less what was dosed since. */
function storeOf(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  made: readonly EntryOf<'limewater'>[],
  solution: Solution | undefined,
): { limeG?: number; leftL?: number } {
  const charges = made.filter(({ grams }) => grams !== undefined);
  const [first] = charges;
  if (!first || !solution) return {};
  const gramsPerL = solution.parts.find(({ reagent }) => reagent === 'calcium-hydroxide')?.gramsPerL ?? 0;
  const dosedL = (from: number) => givenMl(snapshot, tank, solution.id, from, now) / 1000;
  const put = charges.reduce((sum, { grams }) => sum + (grams ?? 0), 0);
  const filled = made.findLast(({ litres }) => litres !== undefined);
  return {
    limeG: Math.max(0, put - dosedL(first.at) * gramsPerL),
    ...(filled?.litres !== undefined && { leftL: Math.max(0, filled.litres - dosedL(filled.at)) }),
  };
}

function roomC(snapshot: Snapshot, tank: Tank, now: number): number {
  const read = entriesOf(snapshot, tank.id, 'room').findLast(({ at, airC }) => at <= now && airC !== undefined);
  return read?.airC ?? tank.room.airC;
}

/** What the record says of a tank's limewater, ready for the limewater calculator; undefined where evaporation is not known. */
export function limewaterQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  tried: { readonly litresPerDay?: number | undefined } = {},
): z.input<typeof limewater.input> | undefined {
  const { outcome: evaporation } = attempt(() => evaporationOf(snapshot, tank, now));
  if (!evaporation) return undefined;
  const solution = limewaterOf(snapshot, tank);
  const balance = balanceAt(snapshot, tank, now);
  const runsL = (balance.inputs.find(({ source }) => source === solution?.id)?.mlPerDay ?? 0) / 1000;
  const litresPerDay = tried.litresPerDay ?? runsL;
  const others = broughtPerDay(balance, 'alkalinity', ({ source }) => source !== solution?.id);
  const estimate = consumptionOf(snapshot, tank, 'alkalinity', now);
  const growth = consumptionTogether(snapshot, tank, now)?.growthPerMonth;
  const startedAt = solution && begunAt(snapshot, tank, solution.id, now);
  const before = startedAt === undefined ? undefined : consumptionBefore(snapshot, tank, startedAt, now);
  return {
    now,
    netVolumeL: netVolumeL(tank),
    ...limewaterMadeOf(snapshot, tank, now),
    evaporation: { low: evaporation.low, litresPerDay: evaporation.litresPerDay, high: evaporation.high },
    ...(estimate && {
      consumption: Math.min(5, Math.max(0, estimate.perDay)),
      consumptionSd: Math.min(100, estimate.perDaySd),
    }),
    growthPerMonth: growth && Math.abs(growth.share) > growth.sd ? Math.min(1, Math.max(-0.5, growth.share)) : 0,
    ...(tank.limewater?.keptBack !== undefined && { keptBack: tank.limewater.keptBack }),
    othersPerDay: others.amountPerDay / balance.volumeL,
    litresPerDay,
    runs: runsL > 0 && litresPerDay === runsL,
    ...(startedAt !== undefined && { startedAt }),
    ...(before && { before }),
  };
}

/** Since when limewater has run without a stop; undefined where it does not. */
function begunAt(snapshot: Snapshot, tank: Tank, solutionId: string, now: number): number | undefined {
  const runs = supplyTimeline(snapshot, tank).filter(({ source, from }) => source === solutionId && from <= now);
  const stopped = runs.findLastIndex(({ ended }) => ended);
  return runs[stopped + 1]?.from;
}

/** What the tank consumed of alkalinity when limewater was begun; undefined where no readings reach so far back. */
function consumptionBefore(snapshot: Snapshot, tank: Tank, startedAt: number, now: number) {
  const history = consumptionOf(snapshot, tank, 'alkalinity', now)?.history ?? [];
  const then = history.findLast(({ at }) => at <= startedAt + BEFORE_DAYS * DAY_MS);
  const first = history[0];
  return then && first && first.at <= startedAt
    ? { perDay: Math.max(0, then.perDay), sd: Math.min(100, then.perDaySd) }
    : undefined;
}

/** Alkalinity that limewater could supply with all the room evaporation leaves, mmol a day. */
export function limewaterRoomMmol(snapshot: Snapshot, tank: Tank, now: number): number {
  const { outcome: evaporation } = attempt(() => evaporationOf(snapshot, tank, now));
  if (!evaporation) return 0;
  const { outcome: strength } = attempt(() => limewaterStrength(limewaterMadeOf(snapshot, tank, now)));
  return strength ? limewaterHeadRoom(evaporation.low, tank.limewater?.keptBack) * strength.alkalinity : 0;
}

/** How limewater is dripped now: the hours and pulses of its dose. */
export function dripNow(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
): { readonly hours?: Hours; readonly pulses: number } {
  const solution = limewaterOf(snapshot, tank);
  const run = supplyTimeline(snapshot, tank).findLast(
    ({ source, from, until }) => source === solution?.id && from <= now && now < until,
  );
  return run?.entry.kind === 'standing-dose'
    ? { ...(run.entry.hours && { hours: run.entry.hours }), pulses: run.entry.pulses ?? 0 }
    : { pulses: 0 };
}

/** What a limewater pump gives, L/h: as it was measured, else as it was told. */
export function limewaterPumpLPerH(snapshot: Snapshot, tank: Tank, now: number): number | undefined {
  const solution = limewaterOf(snapshot, tank);
  const measured = solution && pumpDelivery(snapshot, tank, solution.id, now);
  return measured ? measured.mlPerMin * 0.06 : tank.limewater?.pumpLPerH;
}

/** The day of it, ready for the limewater-hours calculator. */
export function limewaterHoursQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  asked: { readonly hours: Hours; readonly pulses: number; readonly litresPerDay: number; readonly dripLPerH?: number },
): z.input<typeof limewaterHours.input> | undefined {
  const { outcome: evaporation } = attempt(() => evaporationOf(snapshot, tank, now));
  const { outcome: strength } = attempt(() => limewaterStrength(limewaterMadeOf(snapshot, tank, now)));
  if (!evaporation || !strength || strength.gramsPerL < 0.01) return undefined;
  const lights = lightsOf(snapshot, tank, now) ?? USUAL_LIGHTS;
  const solution = limewaterOf(snapshot, tank);
  const pumpLPerH = limewaterPumpLPerH(snapshot, tank, now);
  const parts = dosesRunning(snapshot, tank, now).filter(({ solutionId }) => solutionId !== solution?.id);
  const estimate = consumptionOf(snapshot, tank, 'alkalinity', now);
  return {
    netVolumeL: netVolumeL(tank),
    litresPerDay: asked.litresPerDay,
    gramsPerL: Math.min(2.2, strength.gramsPerL),
    evaporationLPerDay: evaporation.litresPerDay,
    hours: asked.hours,
    pulses: asked.pulses,
    lights,
    consumption: Math.min(5, Math.max(0, estimate?.perDay ?? 0)),
    consumptionSd: Math.min(100, estimate?.perDaySd ?? 0),
    water: waterNow(snapshot, tank, now),
    ...given({ days: fittedDays(snapshot, tank, now) }),
    ...given({ pumpLPerH, dripLPerH: asked.dripLPerH }),
    others: scheduledParts(snapshot, tank, now, parts).slice(0, 12),
  };
}

/** How strong the limewater is that could run in if a pump stuck: no more lime than lies there. */
function strengthOfRun(snapshot: Snapshot, tank: Tank, now: number, litres: number): number | undefined {
  const made = limewaterMadeOf(snapshot, tank, now);
  const { outcome: strength } = attempt(() => limewaterStrength(made));
  if (!strength) return undefined;
  const most = made.limeG === undefined || litres <= 0 ? Infinity : made.limeG / litres;
  return Math.min(2.2, strength.gramsPerL, most);
}

/** The accident, ready for the limewater-stuck calculator; undefined while nothing could run in. */
export function limewaterStuckQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  tried: { readonly canRunL?: number | undefined; readonly highestPh?: number | undefined } = {},
): z.input<typeof limewaterStuck.input> | undefined {
  const { vessel, vesselL } = limewaterMadeOf(snapshot, tank, now);
  // A stirrer passes on whatever feeds it.
  const canRunL = tried.canRunL ?? (vessel === 'stirrer' && tank.reservoirL > 0 ? tank.reservoirL : vesselL);
  const gramsPerL = strengthOfRun(snapshot, tank, now, canRunL);
  if (gramsPerL === undefined || gramsPerL < 0.01) return undefined;
  const spareL = roomToRiseL(tank);
  const pumpLPerH = limewaterPumpLPerH(snapshot, tank, now);
  return {
    netVolumeL: netVolumeL(tank),
    water: waterRead(snapshot, tank),
    gramsPerL,
    canRunL,
    ...given({ pumpLPerH, spareL }),
    evaporationLPerDay: attempt(() => evaporationOf(snapshot, tank, now)).outcome?.litresPerDay ?? 0,
    byTopOff: tank.limewater?.byTopOff ?? false,
    ...(tried.highestPh !== undefined && { highestPh: tried.highestPh }),
  };
}

/** Limewater that the top-off carries, for the account of how it fails; undefined where it carries none. */
export function limewaterInTopOff(snapshot: Snapshot, tank: Tank, now: number): FailureInput['limewater'] {
  if (!tank.limewater?.byTopOff) return undefined;
  const gramsPerL = strengthOfRun(snapshot, tank, now, tank.reservoirL);
  return gramsPerL === undefined || gramsPerL < 0.01 ? undefined : { gramsPerL, water: waterRead(snapshot, tank) };
}
