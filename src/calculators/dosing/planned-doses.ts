import { SDS_95, halfWidth95 } from '@/numerics/normal-interval';
import { netRate, suppliedPerDay } from '@/chemistry/tank-model/net-rate';
import { horizonDays, NEAR, returnDays } from './dose-cost';
import { decideDoses, returning, type DecidedLevel, type DecidedSource, type Decision } from './dose-decision';
import { DOSED_PARAMETERS } from './dosed-parameters';
import { foreseenOf, offsetOf, testDue, type Foreseen, type Outlook } from './foreseen-levels';
import { paceDays } from './plan-levels';
import type { Balance, PlannedDose } from './planned-dose';
import { carriedBy, type PlanSource } from './plan-source';
import { LEAST_ML_PER_DAY, settingOf, type Setting } from './pump-setting';
import { bringing, doubtOf, fixedMl, otherInputsOf, toSolve, type Need, type ToSolve } from './to-solve';

/** Less than a drop in a lifetime, mL a day: no dose at all. Chosen. */
const NONE_ML_PER_DAY = 1e-6;

/** A dose raised by more than this share is raised half the way first, and tested. Chosen. */
const LARGE_INCREASE = 0.5;
/** On its last day a dose set for a time is decided anew: the test that stands there may be taken an hour before its end. */
const LAST_DAY = 1;
/** A setting this near to half the way, as a share of it, is that half: what was known has moved a little since. Chosen. */
const HALF_WAY_WITHIN = 0.15;
export interface PlannedDoses {
  readonly doses: readonly PlannedDose[];
  readonly balance: readonly Balance[];
  readonly foreseen: readonly Foreseen[];
  /** Days until the next test is due, by what is known of the levels; the tank's usual ones where they are known well. */
  readonly testInDays: number;
}

/** The plan: fixed sources as they run, the others solved to make up what is left, each decided by where it leads, and how both stand against what is consumed. */
export function plannedDoses(sources: readonly PlanSource[], needs: readonly Need[], outlook: Outlook): PlannedDoses {
  const { netVolumeL, aims, testEveryDays, keeps } = outlook;
  const asked = toSolve(sources, needs);
  const settings = settingsOf(asked, needs);
  const levels = needs.map(({ parameter }): DecidedLevel => ({
    parameter,
    offset: offsetOf(aims[parameter]),
    near: NEAR[parameter],
    leftPerDay: asked.left()[parameter] ?? 0,
  }));
  const decided = decideDoses(decidable(asked, settings, levels, outlook), levels, {
    netVolumeL,
    days: horizonDays(testEveryDays),
    keeps,
  });
  const solved = settings.map((setting, i) => doseOf(setting, decided[i] ?? { kind: 'hold' }));
  const doses = [
    ...solved,
    ...asked.fixed
      .filter(({ runs }) => runs > 0)
      .map((source) => doseOf(settingOf(source, fixedMl(source)), { kind: 'hold' })),
    // What runs and is to be off has to be stopped, or the rest would come on top of it.
    ...sources
      .filter(({ use, runs }) => use === 'off' && runs > 0)
      .map((source) => doseOf(settingOf(source, 0), { kind: 'hold' })),
  ];
  return {
    doses,
    balance: balanceOf(sources, needs, doses),
    foreseen: needs.flatMap((need) => foreseenOf(need, asked, solved, levels, outlook) ?? []),
    testInDays: testDue(needs, outlook),
  };
}

/** What holds the levels, with its 95 % range. */
function settingsOf({ solved, doses }: ToSolve, needs: readonly Need[]): Setting[] {
  const best = doses();
  // How each dose answers to each parameter's doubt, one at a time, both ways: at a limit or at zero it answers to one alone.
  const bent = needs.flatMap(({ parameter, doubt }) =>
    [-1, 1].map((side) => doses({ [parameter]: side * halfWidth95(doubt) })),
  );
  return solved.map((source, i) => {
    const middle = best[i] ?? 0;
    const off = (side: 1 | -1) => Math.hypot(...bent.map((each) => Math.max(0, side * ((each[i] ?? 0) - middle))));
    return settingOf(source, middle, Math.max(0, middle - off(-1)), middle + off(1));
  });
}

/** The solved sources with what each may do: go on, hold, or bring its levels back. */
function decidable(
  { tooMuch, doses }: ToSolve,
  settings: readonly Setting[],
  levels: readonly DecidedLevel[],
  { netVolumeL, aims, testEveryDays }: Outlook,
): DecidedSource[] {
  const back = levels.map(({ parameter }) => ({ parameter, offset: aims[parameter]?.returned ?? 0 }));
  const days = returnDays(testEveryDays, paceDays(back, aims));
  const returned = back.some(({ offset }) => offset !== 0) ? doses(returning(back, netVolumeL, days)) : undefined;
  return settings.map(({ source, solved, low, high, holds, set }, i) => {
    const { perMl, runs, goesBack, most } = source;
    const towards = returned?.[i];
    const half = isHalfWay(source, holds);
    // What differs by less than is known of what holds can have no end: it may be what holds.
    const leans = towards !== undefined && Math.abs(towards - solved) <= (high - low) / 2 / SDS_95;
    return {
      perMl,
      runs,
      goesBack,
      holds: half ? runs : holds,
      towards: half || towards === undefined ? undefined : { mlPerDay: set(towards), days: leans ? undefined : days },
      // What runs beyond a limit, brings more than is consumed, or whose time is over does not go on.
      mayStay:
        !tooMuch.includes(source) &&
        runs <= (most?.mlPerDay ?? Infinity) &&
        !(goesBack !== undefined && goesBack.inDays < LAST_DAY),
    };
  });
}

/** Half of a large increase, set since the last test: it waits for one, whatever would hold. */
function isHalfWay({ runs, setFrom }: PlanSource, holds: number): boolean {
  if (setFrom === undefined || holds <= setFrom * (1 + LARGE_INCREASE)) return false;
  return Math.abs(runs - (setFrom + holds) / 2) <= HALF_WAY_WITHIN * runs;
}

function doseOf({ source, solved, low, high, holds, set }: Setting, decision: Decision): PlannedDose {
  const { id, name, runs, most, stepMl, goesBack } = source;
  const common = {
    id,
    name,
    use: source.use === 'solved' ? ('solved' as const) : ('fixed' as const),
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
      const supplied = [...otherInputsOf(parameter, others), ...dosed];
      return {
        parameter,
        suppliedPerDay: suppliedPerDay(supplied, parameter, 1),
        overPerDay: netRate(supplied, parameter, amountPerDay, 1),
        doubt: doubtOf(need),
      };
    });
}
