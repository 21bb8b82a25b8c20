import { isToldFromZero } from '@/numerics/normal-interval';
import type * as z from 'zod';
import type { HowSure } from '@/calculators/calculator/calculator';
import type { DemandBasis } from '@/calculators/dosing/demand-basis';
import type { Consumption, ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import { DOSED_PARAMETERS, DOSED_FACTS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { dosingPlan } from '@/calculators/dosing/dosing-plan';
import type { Use } from '@/calculators/dosing/plan-source';
import { limewaterHeadRoom } from '@/calculators/top-off/head-room';
import { isLimewater } from '@/chemistry/limewater/is-limewater';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type Solution, type Tank } from '@/record/schema';
import { memoise } from '../memoise';
import { strengthOf } from '../balance/known-events';
import { unsaidSupply, type UnsaidSupply } from '../balance/known-supply';
import { supplyTimeline } from '../supplies/supply-timeline';
import { solutionsOfTank } from '../supplies/solutions-of-tank';
import { attempt } from '@/calculators/calculator/attempt';
import { balanceAt, type Balance } from '../balance/balance';
import { howSureOfLevel } from '../trends/how-it-moves';
import { easingsUnderWay } from '../balance/corrections-under-way';
import { planLevelsOf, testEveryDays } from './plan-levels';
import { bottleLeftMl } from '../supplies/bottles';
import { pumpMeasuredOf } from '../supplies/pump-delivery';
import { evaporationOf } from '../top-off/top-off-question';

/** Figures the keeper sets in place of the record's, for a bench only. */
export interface DoseOverrides {
  readonly netVolumeL?: number;
  readonly perDay?: Partial<Record<DosedParameter, number>>;
  /** What each solution is to the plan, in place of what the tank says. */
  readonly mix?: Readonly<Record<string, Use>>;
}

export interface DoseQuestion {
  /** What goes in and comes out, at the net volume it is asked for. */
  readonly balance: Balance;
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
export function doseQuestion(snapshot: Snapshot, tank: Tank, now: number, overrides: DoseOverrides = {}): DoseQuestion {
  const mix = overrides.mix ?? tank.mix ?? {};
  const volumeL = overrides.netVolumeL ?? netVolumeL(tank);
  const judged: Tank = overrides.netVolumeL === undefined ? tank : { ...tank, netVolumeL: volumeL };
  const estimates: Partial<Record<DosedParameter, ConsumptionEstimate>> = {};
  const balance = balanceAt(snapshot, judged, now);
  const { consumption } = balance;
  for (const parameter of DOSED_PARAMETERS) {
    const estimate = consumption?.of[parameter];
    if (estimate && estimate.from !== 'ratio') estimates[parameter] = estimate;
  }
  const own = solutionsOfTank(snapshot, tank);
  const parts = partsFor(tank, own);
  const unsaid = unsaidSupply(snapshot, tank, now);
  const sure: HowSure =
    overrides.perDay?.alkalinity === undefined
      ? howSureOfLevel(snapshot, judged, 'alkalinity', now)
      : { certainty: 'worked out' };
  return {
    balance,
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
      demand: demandOf(snapshot, tank, consumption, overrides.perDay ?? {}),
      sources: sourcesOf(snapshot, tank, now, parts, mix, balance),
      others: otherInputs(snapshot, balance),
      levels: planLevelsOf(snapshot, judged, now, balance),
      testEveryDays: testEveryDays(snapshot, tank, now),
      keeps: tank.keeps ?? 'few changes',
      now,
    },
  };
}

/**
 * The solution that answers for each parameter: the keeper's choice, else one that answers for nothing yet, and of those
 * the one that holds the fewest parameters, so that limewater is not taken for the carbonate part.
 */
export function partsFor(tank: Tank, solutions: readonly Solution[]): Partial<Record<DosedParameter, Solution>> {
  const chosen: Partial<Record<DosedParameter, Solution>> = {};
  for (const parameter of DOSED_PARAMETERS) {
    const holds = (solution: Solution) => DOSED_FACTS[parameter].perMl(strengthOf(solution)) > 0;
    const taken = new Set(Object.values(chosen).map(({ id }) => id));
    const free = solutions
      .filter((solution) => holds(solution) && !taken.has(solution.id))
      .toSorted((a, b) => dosedParametersIn(a) - dosedParametersIn(b));
    const named = solutions.find(({ id }) => id === tank.parts[parameter]);
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
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  parts: DoseQuestion['parts'],
  mix: Readonly<Record<string, Use>>,
  { inputs, of }: Balance,
): DoseQuestion['input']['sources'] {
  const answers = new Set(Object.values(parts).map(({ id }) => id));
  const forATime = easingsUnderWay(snapshot, tank, now);
  return snapshot.solutions.flatMap((solution) => {
    if (dosedParametersIn(solution) === 0) return [];
    const { id, name, parts: salts, claim } = solution;
    const input = inputs.find(({ source }) => source === id);
    const runs = input?.mlPerDay ?? 0;
    const use = mix[id] ?? (answers.has(id) ? 'fill' : runs > 0 ? 'base' : 'off');
    const leftMl = bottleLeftMl(snapshot, tank, id, now);
    const easing = forATime.find(({ entry }) => entry.solutionId === id);
    const most = isLimewater(strengthOf(solution)) ? limewaterRoomOf(snapshot, tank, now, runs) : undefined;
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
        ...(easing && {
          goesBack: {
            inDays: Math.max(0, (easing.endsAt - now) / DAY_MS),
            mlPerDay: easing.entry.backToMlPerDay ?? 0,
          },
        }),
        ...setSinceTest(snapshot, tank, id, now, of.alkalinity.trend?.lastAt ?? now),
        ...(leftMl !== undefined && { leftMl }),
        stepMl: PUMP_STEP_ML,
        // What is poured by hand has no pump to measure.
        ...(input?.kind !== 'by hand' && { measured: pumpMeasuredOf(snapshot, tank, id, now) }),
      },
    ];
  });
}

/** A test and a pump set within the hour belong together, whichever was written down first. */
const TOGETHER_MS = 3_600_000;

/** What a solution was dosed at before, where it was set anew since the last test. */
function setSinceTest(snapshot: Snapshot, tank: Tank, solutionId: string, now: number, testedAt: number) {
  const runs = supplyTimeline(snapshot, tank).filter(({ source, from }) => source === solutionId && from <= now);
  const [before, last] = [runs.at(-2), runs.at(-1)];
  if (!last || last.from <= testedAt - TOGETHER_MS) return {};
  return { setFrom: before?.entry.kind === 'standing-dose' ? before.entry.mlPerDay : 0 };
}

/** A dosing pump is set to a tenth of a millilitre at best. */
const PUMP_STEP_ML = 0.1;

/** What fits, with some kept back; as it runs where only that reserve is touched. mL a day. */
function limewaterRoomOf(snapshot: Snapshot, tank: Tank, now: number, runs: number): number | undefined {
  const { outcome } = attempt(() => evaporationOf(snapshot, tank, now));
  if (!outcome) return undefined;
  const room = limewaterHeadRoom(outcome.low, tank.limewater?.keptBack) * 1000;
  return Math.max(room, Math.min(runs, outcome.low * 1000));
}

/** What is supplied besides what the plan sets, as it goes on, mmol and mg a day: reactor, water changes, doses by hand beside a pump. */
function otherInputs({ solutions }: Snapshot, { inputs }: Balance): DoseQuestion['input']['others'] {
  return inputs
    .filter(({ source }) => !solutions.some(({ id }) => id === source))
    .map(({ by, kind, perDay: { magnesium, ...rest } }) => ({
      by,
      // No effluent tells of magnesium.
      perDay: kind === 'reactor' ? rest : { ...rest, magnesium },
    }));
}

function demandOf(
  snapshot: Snapshot,
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
      basis: basisOf(snapshot, tank, estimate),
      withinTestError: !isToldFromZero(estimate.perDay, estimate.perDaySd),
    };
  }
  return demand;
}

function basisOf(snapshot: Snapshot, tank: Tank, estimate: ConsumptionEstimate): DemandBasis {
  const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
  return {
    by: estimate.from,
    readings: estimate.used.length,
    leftOut: estimate.outliers.length,
    ...(changedBetween(snapshot, tank, estimate) && { newWater: salt?.profile ? { salt: salt.name } : {} }),
  };
}

function changedBetween(snapshot: Snapshot, tank: Tank, estimate: ConsumptionEstimate): boolean {
  const from = estimate.used[0]?.at ?? Infinity;
  return entriesOf(snapshot, tank.id, 'water-change').some(({ at }) => at >= from && at < estimate.lastAt);
}

/** The same, asked once for dose, correction and reactor. */
export function doseQuestionOnce(snapshot: Snapshot, tank: Tank, now: number): DoseQuestion {
  return memoise(snapshot, tank, `dose question at ${now}`, () => doseQuestion(snapshot, tank, now));
}
