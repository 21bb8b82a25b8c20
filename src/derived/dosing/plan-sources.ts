import type * as z from 'zod';
import { DOSED_PARAMETERS, DOSED_FACTS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { dosingPlan } from '@/calculators/dosing/dosing-plan';
import type { Use } from '@/calculators/dosing/plan-source';
import { limewaterHeadRoom } from '@/calculators/top-off/head-room';
import { isLimewater } from '@/chemistry/limewater/is-limewater';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { type Snapshot, type Solution, type Tank } from '@/record/schema';
import { strengthOf } from '../balance/known-events';
import { supplyTimeline } from '../supplies/supply-timeline';
import { attempt } from '@/calculators/calculator/attempt';
import { type Balance } from '../balance/balance';
import { easingsUnderWay } from '../balance/corrections-under-way';
import { bottleLeftMl } from '../supplies/bottles';
import { pumpMeasuredOf } from '../supplies/pump-delivery';
import { evaporationOf } from '../top-off/top-off-question';

type Input = z.output<typeof dosingPlan.input>;

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
export function sourcesOf(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  parts: ReturnType<typeof partsFor>,
  mix: Readonly<Record<string, Use>>,
  { inputs, of }: Balance,
): Input['sources'] {
  const answers = new Set(Object.values(parts).map(({ id }) => id));
  const forATime = easingsUnderWay(snapshot, tank, now);
  return snapshot.solutions.flatMap((solution) => {
    if (dosedParametersIn(solution) === 0) return [];
    const { id, name, parts: salts, claim } = solution;
    const input = inputs.find(({ source }) => source === id);
    const runs = input?.mlPerDay ?? 0;
    const use = mix[id] ?? (answers.has(id) ? 'solved' : runs > 0 ? 'fixed' : 'off');
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
export function otherInputs({ solutions }: Snapshot, { inputs }: Balance): Input['others'] {
  return inputs
    .filter(({ source }) => !solutions.some(({ id }) => id === source))
    .map(({ by, kind, perDay: { magnesium, ...rest } }) => ({
      by,
      // No effluent tells of magnesium.
      perDay: kind === 'reactor' ? rest : { ...rest, magnesium },
    }));
}
