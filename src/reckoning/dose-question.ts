import type * as z from 'zod';
import type { HowSure } from '@/calculators/calculator/calculator';
import type { DemandBasis } from '@/calculators/dosing/demand-basis';
import type { Consumption, ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import type { correction } from '@/calculators/dosing/correction';
import { DOSED_PARAMETERS, DOSED_FACTS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import type { dosingPlan } from '@/calculators/dosing/dosing-plan';
import type { Use } from '@/calculators/dosing/plan-source';
import { limewaterHeadRoom } from '@/calculators/top-off/head-room';
import { isLimewater } from '@/chemistry/limewater/is-limewater';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type Book, type Solution, type Tank } from '@/record/schema';
import { howSure, consumptionTogether, driftOf } from './consumption';
import { strengthOf } from './known-events';
import { aimFor } from './targets';
import { unsaidSupply, type UnsaidSupply } from './known-supply';
import { lastLevel, lastObservation } from './observations';
import { suppliesAt } from './supply-timeline';
import { attempt } from '@/chemistry/refusal';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import { changeHabit } from './change-habit';
import { pumpMeasuredOf } from './pump-delivery';
import { reactorGain, suppliedPerDay } from './supply';
import { evaporationOf } from './top-off-question';
import { nutrientsAtZero } from './water-status';
import { waterOfSalt } from './water-of-salt';

/** Figures the keeper sets in place of the record's, for a bench only. */
export interface DoseOverrides {
  readonly netVolumeL?: number;
  readonly perDay?: Partial<Record<DosedParameter, number>>;
  /** What each solution is to the plan, in place of what the tank says. */
  readonly mix?: Readonly<Record<string, Use>>;
}

export interface DoseQuestion {
  /** Of all three together; undefined where readings tell none. */
  readonly consumption: Consumption | undefined;
  readonly estimates: Partial<Record<DosedParameter, ConsumptionEstimate>>;
  readonly parts: Partial<Record<DosedParameter, Solution>>;
  readonly howSure: HowSure;
  readonly volumeL: number;
  /** What has to be said of doses before readings count; undefined where nothing has. */
  readonly unsaid: UnsaidSupply | undefined;
  readonly input: z.output<typeof dosingPlan.input>;
}

/** What the record says of a tank's consumption and of what answers it, ready for the dosing-plan calculator. */
export function doseQuestion(book: Book, tank: Tank, now: number, overrides: DoseOverrides = {}): DoseQuestion {
  const own = overrides.mix ?? tank.mix ?? {};
  const volumeL = overrides.netVolumeL ?? netVolumeL(tank);
  const judged: Tank = overrides.netVolumeL === undefined ? tank : { ...tank, netVolumeL: volumeL };
  const estimates: Partial<Record<DosedParameter, ConsumptionEstimate>> = {};
  const consumption = consumptionTogether(book, judged, now);
  for (const parameter of DOSED_PARAMETERS) {
    const estimate = consumption?.of[parameter];
    if (estimate && estimate.from !== 'ratio') estimates[parameter] = estimate;
  }
  const parts = partsFor(book, tank);
  const unsaid = unsaidSupply(book, tank, now);
  const sure: HowSure =
    overrides.perDay?.alkalinity === undefined ? howSure(estimates.alkalinity) : { certainty: 'worked out' };
  return {
    consumption,
    estimates,
    parts,
    howSure: sure,
    volumeL,
    unsaid,
    input: {
      netVolumeL: volumeL,
      ...sure,
      unsaid: [...(unsaid?.parameters ?? [])],
      demand: demandOf(book, tank, consumption, overrides.perDay ?? {}),
      sources: sourcesOf(book, tank, now, parts, own),
      others: othersOf(book, tank, now, volumeL),
    },
  };
}

/**
 * The solution that answers for each parameter: the keeper's choice, else one that answers for nothing yet, and of those
 * the one that holds the fewest parameters, so that limewater is not taken for the carbonate part.
 */
function partsFor(book: Book, tank: Tank): Partial<Record<DosedParameter, Solution>> {
  const chosen: Partial<Record<DosedParameter, Solution>> = {};
  for (const parameter of DOSED_PARAMETERS) {
    const holds = (solution: Solution) => DOSED_FACTS[parameter].perMl(strengthOf(solution)) > 0;
    const taken = new Set(Object.values(chosen).map(({ id }) => id));
    const free = book.solutions
      .filter((solution) => holds(solution) && !taken.has(solution.id))
      .toSorted((a, b) => dosedParametersIn(a) - dosedParametersIn(b));
    const named = book.solutions.find(({ id }) => id === tank.parts[parameter]);
    const solution = named && holds(named) ? named : free[0];
    if (solution) chosen[parameter] = solution;
  }
  return chosen;
}

function dosedParametersIn(solution: Solution): number {
  const strength = strengthOf(solution);
  return DOSED_PARAMETERS.filter((parameter) => DOSED_FACTS[parameter].perMl(strength) > 0).length;
}

/** Every solution that carries one of the three, as the plan takes it. */
function sourcesOf(
  book: Book,
  tank: Tank,
  now: number,
  parts: DoseQuestion['parts'],
  mix: Readonly<Record<string, Use>>,
): DoseQuestion['input']['sources'] {
  const { doses } = suppliesAt(book, tank, now);
  const answers = new Set(Object.values(parts).map(({ id }) => id));
  return book.solutions.flatMap((solution) => {
    if (dosedParametersIn(solution) === 0) return [];
    const { id, name, parts: salts, claim } = solution;
    const runs = doses.get(id) ?? 0;
    const use = mix[id] ?? (answers.has(id) ? 'fill' : runs > 0 ? 'base' : 'off');
    const most = isLimewater(strengthOf(solution)) ? limewaterRoomOf(book, tank, now) : undefined;
    return [
      {
        id,
        name,
        holds: claim ? { claim } : { parts: salts },
        use,
        runs,
        ...(most !== undefined && {
          most: { mlPerDay: most, because: 'more is not left by what evaporates, some of it kept for the top-off' },
        }),
        stepMl: PUMP_STEP_ML,
        measured: pumpMeasuredOf(book, tank, id, now),
      },
    ];
  });
}

/** A dosing pump is set to a tenth of a millilitre at best. */
const PUMP_STEP_ML = 0.1;

function limewaterRoomOf(book: Book, tank: Tank, now: number): number | undefined {
  const { outcome } = attempt(() => evaporationOf(book, tank, now));
  return outcome && limewaterHeadRoom(outcome.low, tank.limewater?.keptBack) * 1000;
}

/** What water changes and a reactor supply as they go on, mmol and mg a day. */
function othersOf(book: Book, tank: Tank, now: number, volumeL: number): DoseQuestion['input']['others'] {
  const { reactor } = suppliesAt(book, tank, now);
  const { changeL, everyDays, from } = changeHabit(book, tank, now);
  const salt = book.salts.find(({ id }) => id === tank.saltId);
  const others: DoseQuestion['input']['others'] = [];
  if (from !== 'usual') {
    const fresh = waterOfSalt(salt, aimFor(tank, 'salinity'));
    const share = Math.min(volumeL, changeL) / everyDays;
    // At the aim: what a change brings depends on what it replaces.
    const perDay = Object.fromEntries(
      DOSED_PARAMETERS.map((parameter) => [parameter, share * (fresh[parameter] - aimFor(tank, parameter))]),
    );
    others.push({ by: 'water changes', perDay });
  }
  if (reactor) {
    const alkalinity = reactorGain(tank, reactor);
    others.push({ by: 'the reactor', perDay: { alkalinity, calcium: alkalinity * CALCIUM_MG_PER_MEQ } });
  }
  return others;
}

function demandOf(
  book: Book,
  tank: Tank,
  consumption: Consumption | undefined,
  own: Partial<Record<DosedParameter, number>>,
): DoseQuestion['input']['demand'] {
  const demand: DoseQuestion['input']['demand'] = {};
  for (const parameter of DOSED_PARAMETERS) {
    const figure = own[parameter];
    const estimate = consumption?.of[parameter];
    if (figure !== undefined) {
      demand[parameter] = {
        perDay: figure,
        sd: 0,
        basis: { by: 'yours', readings: 0, leftOut: 0 },
        mismatch: false,
        withinTestError: false,
      };
      continue;
    }
    if (!estimate) continue;
    demand[parameter] = {
      perDay: estimate.perDay,
      sd: estimate.perDaySd,
      mismatch: parameter === 'calcium' && consumption?.mismatch?.found === true,
      basis: basisOf(book, tank, estimate),
      withinTestError: Math.abs(estimate.perDay) < 1.96 * estimate.perDaySd,
    };
  }
  return demand;
}

function basisOf(book: Book, tank: Tank, estimate: ConsumptionEstimate): DemandBasis {
  const salt = book.salts.find(({ id }) => id === tank.saltId);
  return {
    by: estimate.from,
    readings: estimate.used.length,
    leftOut: estimate.setAside.length,
    ...(changedBetween(book, tank, estimate) && { newWater: salt?.profile ? { salt: salt.name } : {} }),
  };
}

function changedBetween(book: Book, tank: Tank, estimate: ConsumptionEstimate): boolean {
  const from = estimate.used[0]?.at ?? Infinity;
  return entriesOf(book, tank.id, 'water-change').some(({ at }) => at >= from && at < estimate.lastAt);
}

/** What is looked at before a correction: salinity, magnesium, and whether the water is starved. */
function readBefore(book: Book, tank: Tank, now: number) {
  const salinity = lastLevel(book, tank.id, 'salinity');
  const magnesium = driftOf(book, tank, 'magnesium', now)?.level ?? lastLevel(book, tank.id, 'magnesium');
  return {
    starved: nutrientsAtZero(book, tank, now).values.warns,
    aimSalinity: aimFor(tank, 'salinity'),
    ...(salinity !== undefined && { salinity }),
    ...(magnesium !== undefined && { magnesium }),
  };
}

/** One-off corrections, for each parameter with a part to make them with and a level to judge. */
export function correctionQuestions(
  book: Book,
  tank: Tank,
  now: number,
  question: DoseQuestion,
): z.output<typeof correction.input>[] {
  return DOSED_PARAMETERS.flatMap((parameter) => {
    const solution = question.parts[parameter];
    const estimate = question.estimates[parameter];
    const reading = lastObservation(book, tank.id, parameter);
    if (!solution || !reading) return [];
    const others = suppliedPerDay(book, tank, parameter, now, solution.id);
    // How the level stands is told by all readings, whatever was dosed.
    const moves = estimate ?? driftOf(book, tank, parameter, now);
    return [
      {
        parameter,
        netVolumeL: question.volumeL,
        level: moves?.level ?? reading.value,
        levelSd: moves?.levelSd ?? 0,
        aim: aimFor(tank, parameter),
        band: [...(tank.targets[parameter] ?? PARAMETERS[parameter].band)] as [number, number],
        reading: reading.value,
        readingSd: reading.sd,
        part: { name: solution.name, perMl: DOSED_FACTS[parameter].perMl(strengthOf(solution)) },
        // A consumption the tests cannot tell from nothing says nothing of how fast a level falls.
        ...(estimate &&
          Math.abs(estimate.perDay) >= 1.96 * estimate.perDaySd && { consumptionPerDay: estimate.perDay }),
        ...readBefore(book, tank, now),
        othersPerDay: Math.max(0, others.amountPerDay) / question.volumeL,
        othersBy: [...others.names],
      },
    ];
  });
}
