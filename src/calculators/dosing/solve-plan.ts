import { fcnnlsVector } from 'ml-fcnnls';
import { DOSED_PARAMETERS, type DosedParameter } from './dosed-parameters';

/** An amount of each a day or a millilitre: mmol of alkalinity, mg of calcium and magnesium. */
export type PerParameter = Readonly<Record<DosedParameter, number>>;

export interface SolvedSource {
  readonly perMl: PerParameter;
  /** What runs of it, mL a day. Of mixes that do equally well the one nearest to what runs is taken. */
  readonly runs: number;
  /** It may not be dosed at more, mL a day; Infinity where nothing limits it. */
  readonly most: number;
}

/**
 * How much a parameter's last milligram matters beside the others': one bottle that carries several is sized by what is tested
 * finest. In milliequivalents of calcification.
 */
const WEIGHT: PerParameter = { alkalinity: 1000, calcium: 10 / 20.04, magnesium: 0.1 / 2 };
/** What keeps to the present mix gives way to what is needed: enough to choose among equals, too little to spoil a match. */
const KEEPS = 1e-5;

/**
 * Millilitres a day of each fill that together bring what is needed, none below zero and none above what limits it: non-negative
 * least squares, the limited ones held at their limit and the rest solved again.
 * @param needs amount a day that is left to bring; a parameter left out is not solved for
 * Source: Lawson and Hanson 1974, Solving Least Squares Problems, ch. 23, by the package ml-fcnnls.
 */
export function solvePlan(sources: readonly SolvedSource[], needs: Readonly<Partial<PerParameter>>): number[] {
  const held = new Map<number, number>();
  for (;;) {
    const free = sources.flatMap((_, i) => (held.has(i) ? [] : [i]));
    const solved = solveFree(
      free.flatMap((i) => sources[i] ?? []),
      without(needs, sources, held),
    );
    const over = free.filter((i, k) => (solved[k] ?? 0) > (sources[i]?.most ?? Infinity));
    if (over.length === 0) return sources.map((_, i) => held.get(i) ?? solved[free.indexOf(i)] ?? 0);
    for (const i of over) held.set(i, sources[i]?.most ?? 0);
  }
}

function without(
  needs: Readonly<Partial<PerParameter>>,
  sources: readonly SolvedSource[],
  held: ReadonlyMap<number, number>,
): Partial<PerParameter> {
  return Object.fromEntries(
    DOSED_PARAMETERS.flatMap((parameter) => {
      const need = needs[parameter];
      if (need === undefined) return [];
      const brought = [...held].reduce((sum, [i, ml]) => sum + ml * (sources[i]?.perMl[parameter] ?? 0), 0);
      return [[parameter, need - brought]];
    }),
  );
}

function solveFree(sources: readonly SolvedSource[], needs: Partial<PerParameter>): number[] {
  const parameters = DOSED_PARAMETERS.filter((parameter) => needs[parameter] !== undefined);
  if (sources.length === 0 || parameters.length === 0) return sources.map(() => 0);
  // Each column is scaled by what a millilitre brings, so that a weak solution is not drowned by a strong one.
  const scales = sources.map(({ perMl }) =>
    Math.max(1e-12, ...parameters.map((parameter) => perMl[parameter] * WEIGHT[parameter])),
  );
  const rows = parameters.map((parameter) =>
    sources.map(({ perMl }, i) => (perMl[parameter] * WEIGHT[parameter]) / (scales[i] ?? 1)),
  );
  const goals = parameters.map((parameter) => (needs[parameter] ?? 0) * WEIGHT[parameter]);
  const keeping = sources.map((_, i) => sources.map((__, j) => (i === j ? KEEPS : 0)));
  const kept = sources.map(({ runs }, i) => KEEPS * runs * (scales[i] ?? 1));
  const { K } = fcnnlsVector([...rows, ...keeping], [...goals, ...kept], { gradientTolerance: 1e-12 });
  return sources.map((_, i) => Math.max(0, K.get(i, 0)) / (scales[i] ?? 1));
}
