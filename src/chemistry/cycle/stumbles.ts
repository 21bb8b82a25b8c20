import { stalled } from './stalled';
import type { CycleRecord, Rule, Stumble } from './stumble';
import { miniCycle, noSource, phSag, stockedEarly, tooMuch, uncontrolled } from './stumbles-of-the-tank';
import { kitReadsFree, nitrateOverRead, nitrateVanished, nitriteFirst, notTested } from './stumbles-of-the-tests';

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
export function stumblesOf(record: CycleRecord): Stumble[] {
  return RULES.flatMap((rule) => rule(record) ?? []);
}
