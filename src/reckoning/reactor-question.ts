import type { z } from 'zod';
import type { reactorDialIn } from '@/calculators/reactor/reactor-dial-in';
import type { reactorOutput } from '@/calculators/reactor/reactor-output';
import type { reactorSize } from '@/calculators/reactor/reactor-size';
import { reactorUse } from '@/calculators/reactor/reactor-use';
import { DOSED_FACTS } from '@/calculators/dosing/dosed-parameters';
import { MG_CACO3_PER_MEQ } from '@/chemistry/units/kinds';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { USUAL_CHAMBER_PH } from '@/record/kinds/reactor';
import { netVolumeL, type Book, type Entry, type EntryOf, type Solution, type Tank } from '@/record/schema';
import { consumptionTogether } from './consumption';
import type { DoseQuestion } from './dose-question';
import { strengthOf } from './known-events';
import { limewaterMmol, limewaterRoomMmol } from './limewater-question';
import { twoPartPerMeq } from './methods-question';
import { lastLevel, lastObservation, observationsOf } from './observations';
import { waterNow } from './schedule-question';
import { reactorGain } from './supply';
import { suppliesAt, supplyTimeline, type Run } from './supply-timeline';

/** Figures the keeper sets in place of the record's, for the bench only. */
export interface ReactorTried {
  readonly effluent?: number;
  readonly flow?: number;
  readonly chamberPh?: number;
  readonly tankAlkalinity?: number;
}

/** An effluent's tank alkalinity is the one read nearest to it, within so many days. */
const NEAR_DAYS = 4;

const isReactor = (run: Run): run is Run & { entry: EntryOf<'reactor'> } => run.entry.kind === 'reactor';

function reactorRuns(book: Book, tank: Tank, now: number) {
  return supplyTimeline(book, tank)
    .filter(isReactor)
    .filter(({ from }) => from <= now);
}

/** What the reactor is run at: as you try it, as it was measured, or as it was thought of. */
export function reactorSetting(book: Book, tank: Tank, now: number, tried: ReactorTried = {}) {
  const { reactor } = suppliesAt(book, tank, now);
  const effluentAlkalinity = tried.effluent ?? reactor?.effluentAlkalinity ?? tank.reactor?.effluentAlkalinity;
  const chamberPh = tried.chamberPh ?? chamberPhRead(book, tank, now) ?? reactor?.chamberPh ?? tank.reactor?.chamberPh;
  return { running: reactor, effluentAlkalinity, chamberPh, mlPerMin: tried.flow ?? reactor?.mlPerMin };
}

/** The chamber's pH as it was read since the reactor was last set. */
function chamberPhRead(book: Book, tank: Tank, now: number): number | undefined {
  const test = testsOf(book, tank, now).findLast(({ chamberPh }) => chamberPh !== undefined);
  const set = reactorRuns(book, tank, now).at(-1);
  return test && (!set || test.at >= set.from) ? test.chamberPh : undefined;
}

function testsOf(book: Book, tank: Tank, now: number): EntryOf<'effluent-test'>[] {
  return book.entries.filter(
    (entry): entry is EntryOf<'effluent-test'> =>
      entry.kind === 'effluent-test' && entry.tankId === tank.id && entry.at <= now,
  );
}

/** Which parts the reactor stands in for, and what of the demand others supply as they run. mmol a day. */
function othersOf(book: Book, tank: Tank, now: number, question: DoseQuestion) {
  const { doses } = suppliesAt(book, tank, now);
  const part = question.parts.alkalinity;
  const brings = (solution: Solution) =>
    (doses.get(solution.id) ?? 0) * DOSED_FACTS.alkalinity.perMl(strengthOf(solution));
  const others = book.solutions.filter((solution) => brings(solution) > 0 && solution.id !== part?.id);
  const changes = question.input.others.filter(({ by }) => by !== 'the reactor');
  const byChanges = changes.reduce((sum, { perDay }) => sum + (perDay.alkalinity ?? 0), 0);
  return {
    part: part && brings(part) > 0 ? part : undefined,
    mmolPerDay: others.reduce((sum, solution) => sum + brings(solution), 0) + byChanges,
    by: [...others.map(({ name }) => name), ...(byChanges > 0 ? changes.map(({ by }) => by) : [])],
  };
}

/** For a keeper with a calcium reactor, or one thought of: demand, effluent and flow, two of which give the third. */
export function reactorQuestion(
  book: Book,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried = {},
  find: 'flow' | 'effluent' | 'demand' = 'flow',
): z.input<typeof reactorOutput.input> | undefined {
  const demand = question.input.demand.alkalinity;
  const { effluentAlkalinity, chamberPh, mlPerMin } = reactorSetting(book, tank, now, tried);
  const tankAlkalinity = tankAlkalinityNow(book, tank, question, tried);
  if (tankAlkalinity === undefined) return undefined;
  if (find !== 'demand' && !demand) return undefined;
  if (find !== 'effluent' && effluentAlkalinity === undefined) return undefined;
  if (find !== 'flow' && mlPerMin === undefined) return undefined;
  const others = othersOf(book, tank, now, question);
  const { calcium, salinity, temperatureC } = waterNow(book, tank, now);
  const tankPh = lastLevel(book, tank.id, 'ph');
  return {
    find,
    netVolumeL: question.volumeL,
    ...(demand && { demandPerDay: demand.perDay, demandSd: demand.sd, demandBasis: demand.basis }),
    carriedMmolPerDay: others.mmolPerDay,
    carriedBy: others.by,
    ...(others.part && { replaces: others.part.name }),
    ...(effluentAlkalinity !== undefined && { effluentAlkalinity }),
    ...(mlPerMin !== undefined && { mlPerMin }),
    ...(chamberPh !== undefined && { chamberPh }),
    ...(tankPh !== undefined && { tankPh }),
    tankAlkalinity,
    tankAlkalinityOrigin: tried.tankAlkalinity === undefined ? 'log' : 'yours',
    water: { calcium, salinity, temperatureC },
    measured: measuredSince(book, tank, now),
    ...(tank.reactor?.mostMlPerMin !== undefined && { mostMlPerMin: tank.reactor.mostMlPerMin }),
    certainty: question.certainty,
  };
}

function tankAlkalinityNow(book: Book, tank: Tank, question: DoseQuestion, tried: ReactorTried): number | undefined {
  return (
    tried.tankAlkalinity ?? question.estimates.alkalinity?.level ?? lastObservation(book, tank.id, 'alkalinity')?.value
  );
}

/** Effluents with the flow and chamber pH of their time, since the media were last filled. */
function measuredSince(book: Book, tank: Tank, now: number): z.input<typeof reactorOutput.input>['measured'] {
  const since = lastFilled(book, tank, 'media', now)?.at ?? 0;
  const alkalinities = observationsOf(book, tank.id, 'alkalinity');
  return reactorRuns(book, tank, now).flatMap(({ entry, from, ended }) => {
    if (ended || from < since || entry.mlPerMin <= 0 || entry.chamberPh === undefined) return [];
    const near = alkalinities
      .filter(({ at }) => Math.abs(at - from) < NEAR_DAYS * DAY_MS)
      .toSorted((a, b) => Math.abs(a.at - from) - Math.abs(b.at - from))[0];
    return [
      {
        at: from,
        mlPerMin: entry.mlPerMin,
        effluentAlkalinity: entry.effluentAlkalinity,
        chamberPh: entry.chamberPh,
        ...(near && { tankAlkalinity: Math.max(0.5, near.value) }),
      },
    ];
  });
}

function lastFilled(
  book: Book,
  tank: Tank,
  store: EntryOf<'reactor-filled'>['store'],
  now: number,
): EntryOf<'reactor-filled'> | undefined {
  return book.entries.findLast(
    (entry): entry is EntryOf<'reactor-filled'> =>
      entry.kind === 'reactor-filled' && entry.store === store && entry.tankId === tank.id && entry.at <= now,
  );
}

/** Days that each setting of the reactor ran since a moment. */
function ranSince(book: Book, tank: Tank, since: number, now: number) {
  return reactorRuns(book, tank, now).flatMap(({ entry, from, until, ended }) => {
    const days = (Math.min(until, now) - Math.max(from, since)) / DAY_MS;
    return ended || days <= 0 ? [] : [{ entry, days }];
  });
}

/** Grams of media left, by what the reactor has supplied since they were filled; undefined where they never were. */
export function mediaLeft(book: Book, tank: Tank, now: number) {
  const filled = lastFilled(book, tank, 'media', now);
  if (!filled) return undefined;
  const usedG = ranSince(book, tank, filled.at, now).reduce(
    (sum, { entry, days }) => sum + (reactorGain(tank, entry) * days * MG_CACO3_PER_MEQ) / 1000,
    0,
  );
  return { grams: filled.grams, leftG: Math.max(0, filled.grams - usedG), filledAt: filled.at };
}

/** What gas and media it uses, ready for the reactor-use calculator; undefined until flow, effluent and chamber pH are there. */
export function reactorUseQuestion(
  book: Book,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried,
  flow: number | undefined,
  co2GPerDay?: number,
): z.input<typeof reactorUse.input> | undefined {
  const { effluentAlkalinity, chamberPh = USUAL_CHAMBER_PH, running } = reactorSetting(book, tank, now, tried);
  const mlPerMin = flow ?? running?.mlPerMin;
  const tankAlkalinity = tankAlkalinityNow(book, tank, question, tried);
  if (effluentAlkalinity === undefined || mlPerMin === undefined || tankAlkalinity === undefined) return undefined;
  const { reactor = {} } = tank;
  const { calcium, salinity, temperatureC, pco2Uatm } = waterNow(book, tank, now);
  const magnesium = question.input.demand.magnesium;
  const media = mediaLeft(book, tank, now);
  const cylinder = lastFilled(book, tank, 'CO2', now);
  const bubbles = testsOf(book, tank, now).findLast(({ bubblesPerMin }) => bubblesPerMin !== undefined)?.bubblesPerMin;
  const tankPh = lastLevel(book, tank.id, 'ph');
  const cylinderG = cylinder?.grams ?? reactor.cylinderG;
  const cylinderUsed = cylinder && co2GPerDay !== undefined ? ((now - cylinder.at) / DAY_MS) * co2GPerDay : 0;
  return {
    now,
    netVolumeL: question.volumeL,
    tankAlkalinity,
    ...(tankPh !== undefined && { tankPh }),
    water: { calcium, salinity, temperatureC },
    pco2Uatm,
    runs: running !== undefined,
    effluentAlkalinity,
    chamberPh,
    mlPerMin,
    ...(media
      ? { media: { grams: media.grams, leftG: media.leftG } }
      : reactor.mediaG === undefined
        ? {}
        : { media: { grams: reactor.mediaG } }),
    ...(cylinderG !== undefined && {
      cylinder: { grams: cylinderG, leftG: Math.max(0, cylinderG - cylinderUsed) },
    }),
    ...(reactor.bubbles && { bubbles: reactor.bubbles }),
    ...(bubbles !== undefined && reactor.bubbles && { bubblesPerMin: bubbles }),
    roomC: tank.room.airC,
    ...(reactor.magnesiumPercent !== undefined && { magnesiumPercent: reactor.magnesiumPercent }),
    ...(reactor.strontiumPercent !== undefined && { strontiumPercent: reactor.strontiumPercent }),
    ...(magnesium && magnesium.perDay > 0 && { magnesiumMgPerDay: magnesium.perDay * question.volumeL }),
    limewaterMmolPerDay: Math.max(0, limewaterRoomMmol(book, tank, now) - limewaterMmol(book, tank, now)),
    ...(reactor.pressureKPa !== undefined && { pressureKPa: reactor.pressureKPa }),
  };
}

/** What gas and media the reactor uses as it runs, what is left in its cylinder reckoned with that; undefined where none runs. */
export function reactorUseNow(
  book: Book,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried = {},
  flow?: number,
) {
  const first = reactorUseQuestion(book, tank, now, question, tried, flow);
  if (!first) return undefined;
  const { co2GPerDay } = reactorUse.run(first).values;
  const asked = reactorUseQuestion(book, tank, now, question, tried, flow, co2GPerDay);
  return asked && reactorUse.run(asked);
}

/** How it was set and tested, ready for the reactor-dial-in calculator; undefined until the demand is known. */
export function dialInQuestion(
  book: Book,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried = {},
): z.input<typeof reactorDialIn.input> | undefined {
  const demand = question.input.demand.alkalinity;
  const tankAlkalinity = tankAlkalinityNow(book, tank, question, tried);
  if (!demand || tankAlkalinity === undefined) return undefined;
  const settings = book.entries.filter(
    (entry: Entry): entry is EntryOf<'reactor'> =>
      entry.kind === 'reactor' && entry.tankId === tank.id && entry.at <= now,
  );
  const since = settings.at(-1)?.at ?? now;
  const media = mediaLeft(book, tank, now);
  const others = othersOf(book, tank, now, question);
  const part = others.part;
  // What a part that still runs supplies is not asked of the reactor while it is dialled in.
  const byPart = part
    ? (suppliesAt(book, tank, now).doses.get(part.id) ?? 0) * DOSED_FACTS.alkalinity.perMl(strengthOf(part))
    : 0;
  const { calcium, salinity, temperatureC } = waterNow(book, tank, now);
  return {
    now,
    netVolumeL: question.volumeL,
    tankAlkalinity,
    water: { calcium, salinity, temperatureC },
    demandPerDay: demand.perDay - (others.mmolPerDay + byPart) / question.volumeL,
    demandSd: demand.sd,
    settings: settings
      .slice(-20)
      .map(({ at, mlPerMin, chamberPh, effluentAlkalinity }) => ({ at, mlPerMin, chamberPh, effluentAlkalinity })),
    tests: testsOf(book, tank, now)
      .slice(-60)
      .map(({ at, effluentAlkalinity, chamberPh, mlPerMin, bubblesPerMin }) => ({
        at,
        effluentAlkalinity,
        chamberPh,
        mlPerMin,
        bubblesPerMin,
      })),
    tank: observationsOf(book, tank.id, 'alkalinity')
      .filter(({ at, bound }) => at >= since && at <= now && bound === undefined)
      .slice(-60)
      .map(({ at, value, sd }) => ({ at, alkalinity: value, sd })),
    ...(media && { mediaFilledAt: media.filledAt, mediaLeftShare: media.leftG / media.grams }),
    ...(tank.reactor?.chamberL !== undefined && { chamberL: tank.reactor.chamberL }),
    ...(tank.reactor?.mostMlPerMin !== undefined && { mostMlPerMin: tank.reactor.mostMlPerMin }),
  };
}

/** Its size and its price, ready for the reactor-size calculator; undefined until demand and an effluent are there. */
export function reactorSizeQuestion(
  book: Book,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried = {},
  prices: Book['settings']['prices'] = book.settings.prices,
): z.input<typeof reactorSize.input> | undefined {
  const demand = question.input.demand.alkalinity;
  const { effluentAlkalinity, chamberPh = USUAL_CHAMBER_PH } = reactorSetting(book, tank, now, tried);
  const tankAlkalinity = tankAlkalinityNow(book, tank, question, tried);
  if (!demand || effluentAlkalinity === undefined || tankAlkalinity === undefined) return undefined;
  const { calcium, salinity, temperatureC } = waterNow(book, tank, now);
  const others = othersOf(book, tank, now, question);
  const growth = consumptionTogether(book, tank, now)?.growthPerMonth;
  const perMeq = twoPartPerMeq(book, tank);
  const { reactor = {} } = tank;
  return {
    netVolumeL: netVolumeL(tank),
    demandPerDay: Math.min(5, Math.max(0, demand.perDay - others.mmolPerDay / question.volumeL)),
    growthPerMonth: growth && Math.abs(growth.share) > growth.sd ? Math.min(1, Math.max(-0.5, growth.share)) : 0,
    tankAlkalinity,
    water: { calcium, salinity, temperatureC },
    effluentAlkalinity,
    chamberPh,
    ...(reactor.chamberL !== undefined && { chamberL: reactor.chamberL }),
    ...(reactor.leastMlPerMin !== undefined && { leastMlPerMin: reactor.leastMlPerMin }),
    ...(reactor.mostMlPerMin !== undefined && { mostMlPerMin: reactor.mostMlPerMin }),
    prices: { ...pricesOf(prices), ...(perMeq !== undefined && { twoPartPerMeq: perMeq }) },
  };
}

function pricesOf(prices: Book['settings']['prices'] = {}) {
  const { mediaPerKg, co2PerKg, reactorGear, twoPartGear } = prices;
  return {
    ...(mediaPerKg !== undefined && { mediaPerKg }),
    ...(co2PerKg !== undefined && { co2PerKg }),
    ...(reactorGear !== undefined && { reactorGear }),
    ...(twoPartGear !== undefined && { twoPartGear }),
  };
}
