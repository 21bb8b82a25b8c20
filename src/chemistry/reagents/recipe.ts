import { fcnnlsVector } from 'ml-fcnnls';
import { chemicalRefusal } from '../refusal';
import { ION_MASS, IONS_DOSED, reagent, type ReagentId } from './reagents';
import { sumOfSalts, type SolutionPart, type Strength } from './solution';

/** mmol/L below which a solution is said to hold none of something. */
const LEAST = 1e-6;

/** The weight of sulfate beside what must be matched: enough to choose among equals, too little to spoil a match. */
const GIVES_WAY = 1e-3;

interface Row {
  readonly name: Matched | 'sulfate';
  readonly scale: number;
  readonly goal: number;
}

/** What a recipe must match. Sodium and chloride follow from the salts chosen. */
type Matched = 'alkalinity' | (typeof IONS_DOSED)[number];

/** A recipe that misses a strength by more than this is no match. */
const MISS = 0.005;

/** The usual salt for each, taken when the keeper names none. Common practice. */
const USUAL: Record<Matched, ReagentId> = {
  alkalinity: 'sodium-carbonate',
  calcium: 'calcium-chloride-dihydrate',
  magnesium: 'magnesium-chloride-hexahydrate',
  potassium: 'potassium-chloride',
  strontium: 'strontium-chloride-hexahydrate',
  iodide: 'potassium-iodide',
  nitrate: 'sodium-nitrate',
  phosphate: 'potassium-dihydrogen-phosphate',
};

export interface SaltAtHand {
  readonly reagent: ReagentId;
  readonly purity?: number | undefined;
}

/**
 * The salts usually taken to make something of that strength.
 * Common practice.
 */
export function usualSalts(target: Strength): SaltAtHand[] {
  return matchedIn(target).map((name) => ({ reagent: USUAL[name] }));
}

/**
 * Grams of each salt at hand, in a litre, that make a solution of the target's strength: the non-negative least squares
 * of what the salts bring on what is wanted, each strength weighed by itself.
 * @returns parts without those salts that are not needed
 * @throws Refusal where the salts cannot make it, or it would not dissolve
 * Source: Lawson and Hanson 1974, Solving Least Squares Problems, ch. 23, by the package ml-fcnnls.
 */
export function matchStrength(target: Strength, salts: readonly SaltAtHand[]): SolutionPart[] {
  const wanted = matchedIn(target);
  const perGram = salts.map(({ reagent, purity }) => sumOfSalts([{ reagent, purity, gramsPerL: 1 }]));
  // Rows: what is wanted, each as a share of itself; what is not wanted but a salt would bring, against the largest wanted.
  const most = Math.max(...wanted.map((name) => molesOf(name, target)));
  const needed = (['alkalinity', ...IONS_DOSED] as const).map((name) => ({
    name,
    scale: wanted.includes(name) ? molesOf(name, target) : most,
    goal: wanted.includes(name) ? 1 : 0,
  }));
  const rows: Row[] = [...needed];
  // Sulfate is matched where the salts allow, so that a blend comes back as it was, and gives way where they do not.
  const sulfate = target.ions.sulfate / ION_MASS.sulfate;
  if (sulfate > LEAST) rows.push({ name: 'sulfate', scale: sulfate / GIVES_WAY, goal: GIVES_WAY });
  // Columns of one size, so that a trace salt counts as much as a main one.
  const sizes = perGram.map((salt) => Math.hypot(...rows.map(({ name, scale }) => molesOf(name, salt) / scale)) || 1);
  const matrix = rows.map(({ name, scale }) => perGram.map((salt, i) => molesOf(name, salt) / scale / (sizes[i] ?? 1)));
  const { K } = fcnnlsVector(
    matrix,
    rows.map(({ goal }) => goal),
    { gradientTolerance: 1e-12 },
  );
  const parts = salts
    .map((salt, i): SolutionPart => ({ ...salt, gramsPerL: K.get(i, 0) / (sizes[i] ?? 1) }))
    .filter(({ gramsPerL }) => gramsPerL > 1e-9);
  const made = sumOfSalts(parts);
  for (const { name, scale, goal } of needed) refuseMiss(name, molesOf(name, made) / scale, goal);
  for (const { reagent: id, gramsPerL } of parts) refuseUndissolved(id, gramsPerL);
  return parts;
}

function refuseUndissolved(id: ReagentId, gramsPerL: number): void {
  const { name, solubilityGPerL } = reagent(id);
  if (gramsPerL <= solubilityGPerL) return;
  const share = Math.floor((solubilityGPerL / gramsPerL) * 100);
  throw chemicalRefusal({
    field: name,
    value: `${gramsPerL.toPrecision(4)} g/L`,
    allowed: { from: 0, to: Number(solubilityGPerL.toPrecision(3)), unit: 'g/L' },
    hint: { code: 'dissolves at a share', percent: share },
    suggestion: `${share} %`,
  });
}

function matchedIn(target: Strength): Matched[] {
  const names = (['alkalinity', ...IONS_DOSED] as const).filter((name) => molesOf(name, target) > LEAST);
  if (names.length > 0) return names;
  throw chemicalRefusal({ field: 'target', value: 'nothing', allowed: { code: 'brings something' } });
}

function molesOf(name: Row['name'], strength: Strength): number {
  return name === 'alkalinity' ? strength.alkalinityMmolPerL : strength.ions[name] / ION_MASS[name];
}

function refuseMiss(name: Matched, made: number, goal: number): void {
  if (Math.abs(made - goal) <= MISS) return;
  throw chemicalRefusal({
    field: 'salts at hand',
    value: `${Math.round(made * 100)} % of the ${name} wanted`,
    allowed: { code: 'salts that match', name },
    hint:
      made < goal
        ? { code: 'too little of', name, wouldBring: USUAL[name].replaceAll('-', ' ') }
        : { code: 'brings besides', name },
  });
}
