import { netRate, suppliedPerDay, type Bringing } from '@/chemistry/tank-model/net-rate';
import type { DosedParameter } from './dosed-parameters';
import { DOSED_PARAMETERS } from './dosed-parameters';
import { decideDoses, levelsOn, returning, type DecidedLevel, type Decision } from './dose-decision';
import { daysToTest, horizonDays, LEANING_DAYS, NEAR, returnDays, type Keeps } from './dose-cost';
import { paceDays, type Aim, type Aims } from './plan-levels';
import { carriedBy, type PlanSource } from './plan-source';
import { solvePlan, type PerParameter } from './solve-plan';

/** What one parameter needs a day in the whole tank, mmol or mg. */
export interface Need {
  readonly parameter: DosedParameter;
  readonly amountPerDay: number;
  /** One standard deviation. */
  readonly doubt: number;
  readonly others: readonly { readonly by: string; readonly amount: number }[];
  /** It rises beyond all that is known to go in. */
  readonly rises: boolean;
  readonly mismatch: boolean;
}

const NOTHING: PerParameter = { alkalinity: 0, calcium: 0, magnesium: 0 };
/** Less than a drop in a lifetime, mL a day: no dose at all. Chosen. */
const NONE_ML_PER_DAY = 1e-6;

export type Action = 'leave' | 'increase' | 'reduce' | 'begin' | 'stop';

/** What a source is to be dosed at. */
export interface PlannedDose {
  readonly id: string;
  readonly name: string;
  readonly use: 'fill' | 'base';
  readonly carries: readonly DosedParameter[];
  readonly action: Action;
  readonly runs: number;
  /** What holds the level, and its 95 % range. mL a day. */
  readonly solvedMlPerDay: number;
  readonly lowMlPerDay: number;
  readonly highMlPerDay: number;
  /** What holds the level as its pump can be set, mL a day. */
  readonly holdsMlPerDay: number;
  /** What it is to be set to now, in the pump's steps: what the look ahead decides; a large increase in two. */
  readonly mlPerDay: number;
  /** Where a large increase is to end, after a test; undefined where it is made at once. */
  readonly thenMlPerDay?: number;
  /** It is set so for a time only, until the levels are on target: how long, and what holds them then. */
  readonly returns?: { readonly days: number; readonly thenMlPerDay: number };
  /** It leans towards the targets, by less than is known of what holds: it has no end. */
  readonly leans?: true;
  /** It is held at its limit. */
  readonly limitedBy?: string;
  /** What holds the level is less than the pump can be set to, mL a day. */
  readonly tooSmall?: number;
}

/** How supply and consumption of a parameter stand under the plan, amounts a day in the whole tank. */
export interface Balance {
  readonly parameter: DosedParameter;
  readonly suppliedPerDay: number;
  /** Above 0 where more is supplied than consumed. */
  readonly overPerDay: number;
  /** Half of the 95 % range of what is consumed. */
  readonly doubt: number;
}

/** A dose raised by more than this share is raised half the way first, and tested. Chosen. */
const LARGE_INCREASE = 0.5;
/** A setting this near to half the way, as a share of it, is that half: what was known has moved a little since. Chosen. */
const HALF_WAY_WITHIN = 0.15;
/** A dose that is left as a share of consumption within this is no oversupply. Chosen: less than any estimate is sure of. */
const OVER_SHARE = 0.005;
/** Below this a dose is not worth a pump, mL a day. */
export const LEAST_ML_PER_DAY = 0.05;

/** How the levels stand and what the keeper would rather have. */
export interface Outlook {
  readonly netVolumeL: number;
  readonly aims: Aims;
  readonly testEveryDays: number;
  readonly keeps: Keeps;
}

export interface PlannedDoses {
  readonly doses: readonly PlannedDose[];
  readonly balance: readonly Balance[];
  readonly foreseen: readonly Foreseen[];
  /** Days until the next test is due, by what is known of the levels; the tank's usual ones where they are known well. */
  readonly testInDays: number;
}

/** A level as the doses lead it. */
export interface Foreseen {
  readonly parameter: DosedParameter;
  readonly inDays: number;
  readonly level: number;
  /** Half of its 95 % range. */
  readonly halfWidth: number;
}

/** The plan: bases as they run, fills solved to make up what is left, and how both stand against what is consumed. */
export function plannedDoses(
  sources: readonly PlanSource[],
  needs: readonly Need[],
  { netVolumeL, aims, testEveryDays, keeps }: Outlook,
): PlannedDoses {
  const needed = new Set(needs.map(({ parameter }) => parameter));
  // A fill all of whose parameters are unknown or too small to tell goes on as it runs.
  const filling = (source: PlanSource) =>
    source.use === 'fill' && carriedBy(source).some((parameter) => needed.has(parameter));
  const standing = sources.filter((source) => source.use !== 'off' && !filling(source));
  const tooMuch = basesOverConsumption(standing, needs);
  const fixed = standing.filter((source) => !tooMuch.includes(source));
  const solved = [...sources.filter(filling), ...tooMuch];
  const left = (besides: Partial<PerParameter> = {}): Partial<PerParameter> =>
    Object.fromEntries(
      needs.map(({ parameter, amountPerDay, others }) => [
        parameter,
        -netRate(
          [...othersOf(parameter, others), ...fixed.map((source) => bringing(source, fixedMl(source)))],
          parameter,
          amountPerDay + (besides[parameter] ?? 0),
          1,
        ),
      ]),
    );
  const asFill = solved.map((source) => {
    const { perMl, runs, most } = source;
    const gives = tooMuch.includes(source);
    // Where a base has to give way, parts that fill up go first, and the base is never raised.
    return {
      perMl,
      runs: tooMuch.length > 0 && !gives ? 0 : runs,
      most: Math.min(most?.mlPerDay ?? Infinity, gives ? runs : Infinity),
    };
  });
  const best = solvePlan(asFill, left());
  // How each dose answers to each parameter's doubt, one at a time, both ways: at a limit or at zero it answers to one alone.
  const bent = needs.flatMap(({ parameter, doubt }) =>
    [-1, 1].map((side) => solvePlan(asFill, left({ [parameter]: side * 1.96 * doubt }))),
  );
  const settings = solved.map((source, i) => {
    const middle = best[i] ?? 0;
    const off = (side: 1 | -1) => Math.hypot(...bent.map((each) => Math.max(0, side * ((each[i] ?? 0) - middle))));
    return settingOf(source, middle, Math.max(0, middle - off(-1)), middle + off(1));
  });
  const holdsAll = left();
  const levels = needs.map(({ parameter }): DecidedLevel => ({
    parameter,
    offset: aims[parameter]?.returned ?? 0,
    near: NEAR[parameter],
    leftPerDay: holdsAll[parameter] ?? 0,
  }));
  const back = levels.map(({ parameter }) => ({ parameter, offset: aims[parameter]?.returned ?? 0 }));
  const pace = paceDays(back, aims);
  const days = returnDays(testEveryDays, pace);
  const off = back.some(({ offset }) => offset !== 0);
  const solvedFor = (inDays: number) => (off ? solvePlan(asFill, left(returning(back, netVolumeL, inDays))) : []);
  const leaning = solvedFor(Math.max(LEANING_DAYS, pace));
  const ending = solvedFor(days);
  const decided = decideDoses(
    settings.map(({ source, solved: holding, low, high, holds, set }, i) => {
      const lean = leaning[i];
      // What differs by less than is known of what holds can have no end: it may be what holds.
      const within = lean !== undefined && Math.abs(lean - holding) <= (high - low) / 2 / 1.96;
      const half = isHalfWay(source, holds);
      return {
        perMl: source.perMl,
        runs: source.runs,
        goesBack: source.goesBack,
        holds: half ? source.runs : holds,
        towards: half
          ? undefined
          : lean === undefined
            ? undefined
            : within
              ? { mlPerDay: set(lean), days: undefined }
              : { mlPerDay: set(ending[i] ?? 0), days },
        // What runs beyond a limit, brings more than is consumed, or whose time is over does not go on.
        mayStay:
          !tooMuch.includes(source) &&
          source.runs <= (source.most?.mlPerDay ?? Infinity) &&
          !(source.goesBack && source.goesBack.inDays <= 0),
      };
    }),
    levels,
    { netVolumeL, days: horizonDays(testEveryDays), keeps },
  );
  const doses = [
    ...settings.map((setting, i) => doseOf(setting, decided[i] ?? { kind: 'hold' })),
    ...fixed
      .filter(({ runs }) => runs > 0)
      .map((source) => doseOf(settingOf(source, fixedMl(source)), { kind: 'hold' })),
    // What runs and is to be off has to be stopped, or the rest would come on top of it.
    ...sources
      .filter(({ use, runs }) => use === 'off' && runs > 0)
      .map((source) => doseOf(settingOf(source, 0), { kind: 'hold' })),
  ];
  const known = needs.filter(({ parameter }) => aims[parameter] !== undefined);
  return {
    doses,
    balance: balanceOf(sources, needs, doses),
    foreseen: known.map((need) => foreseenOf(need)),
    testInDays: Math.min(
      testEveryDays,
      // Alkalinity is what is tested finest; of the others a level may be off for longer than it takes to see.
      ...known.flatMap(({ parameter, doubt }) =>
        parameter === 'alkalinity'
          ? [daysToTest(parameter, aims[parameter]?.sd ?? 0, doubt / netVolumeL, testEveryDays)]
          : [],
      ),
    ),
  };

  function foreseenOf({ parameter, doubt }: Need): Foreseen {
    const own = doses.find(({ carries, returns }) => returns && carries.includes(parameter));
    const inDays = own?.returns ? Math.max(1, Math.ceil(own.returns.days)) : horizonDays(testEveryDays);
    const aim = aims[parameter];
    const level = { parameter, offset: offsetOf(aim), leftPerDay: holdsAll[parameter] ?? 0 };
    const set = doses.slice(0, solved.length).map((dose, i) => ({
      perMl: solved[i]?.perMl ?? NOTHING,
      runs: dose.mlPerDay,
      goesBack: dose.returns && { inDays: dose.returns.days, mlPerDay: dose.returns.thenMlPerDay },
      holds: dose.mlPerDay,
    }));
    const off = levelsOn(set, [], level, netVolumeL, inDays).at(-1) ?? 0;
    return {
      parameter,
      inDays,
      level: Math.max(0, (aim?.target ?? 0) + off),
      halfWidth: 1.96 * Math.hypot(aim?.sd ?? 0, (doubt / netVolumeL) * inDays),
    };
  }
}

/** Half of a large increase, set since the last test: it waits for one, whatever would hold. */
function isHalfWay({ runs, setFrom }: PlanSource, holds: number): boolean {
  if (setFrom === undefined || holds <= setFrom * (1 + LARGE_INCREASE)) return false;
  return Math.abs(runs - (setFrom + holds) / 2) <= HALF_WAY_WITHIN * runs;
}

function offsetOf(aim: Aim | undefined): number {
  return aim ? aim.level - aim.target : 0;
}

/** Bases that together supply surely more of something than is consumed: they go on no more as they run. */
function basesOverConsumption(standing: readonly PlanSource[], needs: readonly Need[]): readonly PlanSource[] {
  const over = needs.filter(({ parameter, amountPerDay, doubt, others, rises }) => {
    const sources = [...othersOf(parameter, others), ...standing.map((source) => bringing(source, fixedMl(source)))];
    return !rises && netRate(sources, parameter, amountPerDay, 1) > doubtOf({ doubt, amountPerDay });
  });
  return standing.filter(
    ({ use, perMl, runs }) => use === 'base' && runs > 0 && over.some(({ parameter }) => perMl[parameter] > 0),
  );
}

/** Half of the 95 % range of what is consumed; no estimate is surer than half a hundredth. */
function doubtOf({ doubt, amountPerDay }: Pick<Need, 'doubt' | 'amountPerDay'>): number {
  return Math.max(1.96 * doubt, OVER_SHARE * Math.abs(amountPerDay));
}

function fixedMl({ runs, most }: PlanSource): number {
  return Math.min(runs, most?.mlPerDay ?? Infinity);
}

function bringing({ perMl }: Pick<PlanSource, 'perMl'>, mlPerDay: number): Bringing {
  return {
    perDay: Object.fromEntries(DOSED_PARAMETERS.map((parameter) => [parameter, mlPerDay * perMl[parameter]])),
  };
}

function othersOf(parameter: DosedParameter, others: Need['others']): Bringing[] {
  return others.map(({ amount }) => ({ perDay: { [parameter]: amount } }));
}

/** A pump is set in steps of 1, 2 or 5 tenfold, a quarter of the doubt at the most: no digit that means nothing, and no return rounded away. */
export function settingStep(doubt: number): number {
  if (!(doubt > 0)) return 0;
  const most = doubt / 4;
  const ten = 10 ** Math.floor(Math.log10(most));
  return ([5, 2, 1].find((each) => each * ten <= most) ?? 1) * ten;
}

/** What a source was solved for, and what its pump can be set to. */
interface Setting {
  readonly source: PlanSource;
  readonly solved: number;
  readonly low: number;
  readonly high: number;
  /** What holds the levels, as it can be set; 0 where that is less than can. */
  readonly holds: number;
  /** What is shown is what is set: in the pump's steps, no digit beyond the doubt, within the limit. */
  readonly set: (ml: number) => number;
}

function settingOf(source: PlanSource, solved: number, low = solved, high = solved): Setting {
  const { most, stepMl } = source;
  // The greatest setting of the pump that is within the limit: rounding never breaks it.
  const highest = most ? Math.floor(most.mlPerDay / stepMl + 1e-9) * stepMl : Infinity;
  const step = Math.max(stepMl, settingStep((high - low) / 2));
  const rounded = (ml: number) => Number(Math.min(highest, Math.round(ml / step) * step).toPrecision(12));
  const set = (ml: number) => (rounded(ml) < Math.max(LEAST_ML_PER_DAY, stepMl / 2) ? 0 : rounded(ml));
  return { source, solved, low, high, holds: set(solved), set };
}

function doseOf({ source, solved, low, high, holds, set }: Setting, decision: Decision): PlannedDose {
  const { id, name, runs, most, stepMl, goesBack } = source;
  const common = {
    id,
    name,
    use: source.use === 'fill' ? ('fill' as const) : ('base' as const),
    carries: carriedBy(source),
    runs,
    solvedMlPerDay: solved,
    holdsMlPerDay: holds,
    lowMlPerDay: low,
    highMlPerDay: high,
    ...(most && solved >= most.mlPerDay && { limitedBy: most.because }),
  };
  const tooSmall = holds === 0 && low > 0 && solved > NONE_ML_PER_DAY ? { tooSmall: solved } : {};
  const target = decision.kind === 'return' || decision.kind === 'lean' ? decision.mlPerDay : holds;
  const leans = decision.kind === 'lean' ? { leans: true as const } : {};
  const returns =
    decision.kind === 'return' && Math.abs(target - holds) > stepMl / 2
      ? { returns: { days: decision.days, thenMlPerDay: holds } }
      : {};
  if (decision.kind === 'stay' && (runs > 0 || holds === 0)) {
    const back = goesBack && { returns: { days: goesBack.inDays, thenMlPerDay: goesBack.mlPerDay } };
    return { ...common, ...tooSmall, ...back, action: 'leave', mlPerDay: runs };
  }
  if (Math.abs(runs - target) <= stepMl / 2)
    return { ...common, ...tooSmall, ...returns, action: 'leave', mlPerDay: runs };
  if (runs < LEAST_ML_PER_DAY)
    return { ...common, ...tooSmall, ...returns, action: target > 0 ? 'begin' : 'leave', mlPerDay: target };
  if (target === 0) return { ...common, ...tooSmall, ...returns, action: 'stop', mlPerDay: 0 };
  // The half of a large increase is tested before anything is brought back with it.
  if (holds > runs * (1 + LARGE_INCREASE))
    return { ...common, action: 'increase', mlPerDay: set((runs + holds) / 2), thenMlPerDay: holds };
  return { ...common, ...returns, ...leans, action: target > runs ? 'increase' : 'reduce', mlPerDay: target };
}

/** As the doses that hold the levels will be set: what rounding and limits leave over or short is told. */
function balanceOf(sources: readonly PlanSource[], needs: readonly Need[], doses: readonly PlannedDose[]): Balance[] {
  return needs
    .toSorted((a, b) => DOSED_PARAMETERS.indexOf(a.parameter) - DOSED_PARAMETERS.indexOf(b.parameter))
    .map((need): Balance => {
      const { parameter, amountPerDay, others } = need;
      const dosed = doses.flatMap((dose) => {
        const source = sources.find((each) => each.id === dose.id);
        return source ? [bringing(source, dose.holdsMlPerDay)] : [];
      });
      const supplied = [...othersOf(parameter, others), ...dosed];
      return {
        parameter,
        suppliedPerDay: suppliedPerDay(supplied, parameter, 1),
        overPerDay: netRate(supplied, parameter, amountPerDay, 1),
        doubt: doubtOf(need),
      };
    });
}
