import { halfWidth95 } from '@/numerics/normal-interval';
import { netRate, type Bringing } from '@/chemistry/tank-model/net-rate';
import { DOSED_PARAMETERS, type DosedParameter } from './dosed-parameters';
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

/** A dose that is left as a share of consumption within this is no oversupply. Chosen: less than any estimate is sure of. */
const OVER_SHARE = 0.005;
/** What is solved for, what goes on as it runs, and what is left to bring. */
export interface ToSolve {
  readonly solved: readonly PlanSource[];
  /** Bases that bring more than is consumed: they give way. */
  readonly tooMuch: readonly PlanSource[];
  readonly fixed: readonly PlanSource[];
  /** Amounts a day that the solved ones have to bring, with something besides. */
  readonly left: (besides?: Partial<PerParameter>) => Partial<PerParameter>;
  /** Millilitres a day of each that bring it. */
  readonly doses: (besides?: Partial<PerParameter>) => number[];
}

export function toSolve(sources: readonly PlanSource[], needs: readonly Need[]): ToSolve {
  const needed = new Set(needs.map(({ parameter }) => parameter));
  // A fill all of whose parameters are unknown or too small to tell goes on as it runs.
  const filling = (source: PlanSource) =>
    source.use === 'solved' && carriedBy(source).some((parameter) => needed.has(parameter));
  const standing = sources.filter((source) => source.use !== 'off' && !filling(source));
  const tooMuch = basesOverConsumption(standing, needs);
  const fixed = standing.filter((source) => !tooMuch.includes(source));
  const solved = [...sources.filter(filling), ...tooMuch];
  const left: ToSolve['left'] = (besides = {}) =>
    Object.fromEntries(
      needs.map(({ parameter, amountPerDay, others }) => [
        parameter,
        -netRate(
          [...otherInputsOf(parameter, others), ...fixed.map((source) => bringing(source, fixedMl(source)))],
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
  return { solved, tooMuch, fixed, left, doses: (besides) => solvePlan(asFill, left(besides)) };
}

/** Bases that together supply surely more of something than is consumed: they go on no more as they run. */
function basesOverConsumption(standing: readonly PlanSource[], needs: readonly Need[]): readonly PlanSource[] {
  const over = needs.filter(({ parameter, amountPerDay, doubt, others, rises }) => {
    const sources = [
      ...otherInputsOf(parameter, others),
      ...standing.map((source) => bringing(source, fixedMl(source))),
    ];
    return !rises && netRate(sources, parameter, amountPerDay, 1) > doubtOf({ doubt, amountPerDay });
  });
  return standing.filter(
    ({ use, perMl, runs }) => use === 'fixed' && runs > 0 && over.some(({ parameter }) => perMl[parameter] > 0),
  );
}

/** Half of the 95 % range of what is consumed; no estimate is surer than half a hundredth. */
export function doubtOf({ doubt, amountPerDay }: Pick<Need, 'doubt' | 'amountPerDay'>): number {
  return Math.max(halfWidth95(doubt), OVER_SHARE * Math.abs(amountPerDay));
}

export function fixedMl({ runs, most }: PlanSource): number {
  return Math.min(runs, most?.mlPerDay ?? Infinity);
}

export function bringing({ perMl }: Pick<PlanSource, 'perMl'>, mlPerDay: number): Bringing {
  return {
    perDay: Object.fromEntries(DOSED_PARAMETERS.map((parameter) => [parameter, mlPerDay * perMl[parameter]])),
  };
}

export function otherInputsOf(parameter: DosedParameter, others: Need['others']): Bringing[] {
  return others.map(({ amount }) => ({ perDay: { [parameter]: amount } }));
}
