import { stalled } from './stalled';
import type { CycleRecord, Rule, CycleProblem } from './problem';
import { miniCycle, noSource, phSag, stockedEarly, tooMuch, uncontrolled } from './tank-problems';
import { kitReadsFree, nitrateOverRead, nitrateVanished, nitriteFirst, notTested } from './test-problems';

/** In the order they are told: what hurts first, what the kits may mislead by last. */
const RULES: readonly Rule[] = [
  stockedEarly,
  tooMuch,
  miniCycle,
  stalled,
  noSource,
  uncontrolled,
  phSag,
  nitriteFirst,
  nitrateVanished,
  kitReadsFree,
  notTested,
  nitrateOverRead,
];

/** All that the record shows to be wrong. */
export function problemsOf(record: CycleRecord): CycleProblem[] {
  return RULES.flatMap((rule) => rule(record) ?? []);
}
