import type { Strength } from '../reagents/solution';
import { MMOL_PER_L_PER_DKH, type QuantityKind } from '../units/kinds';

/** The three that calcification takes and dosing replaces. */
export const ELEMENTS = ['alkalinity', 'calcium', 'magnesium'] as const;
export type Element = (typeof ELEMENTS)[number];

export function isElement(name: string): name is Element {
  return (ELEMENTS as readonly string[]).includes(name);
}

interface ElementFacts {
  readonly rateKind: QuantityKind;
  /** What a millilitre of a solution adds, as an amount (concentration × litres). */
  readonly perMl: (strength: Strength) => number;
  /** Fastest rise keepers hold to, a day. Common practice. */
  readonly riseLimitPerDay: number;
  /** Fastest fall keepers hold to, a day. Common practice. */
  readonly fallLimitPerDay: number;
}

export const ELEMENT_FACTS: Record<Element, ElementFacts> = {
  alkalinity: {
    rateKind: 'alkalinityRate',
    perMl: (s) => s.alkalinityMmolPerL / 1000,
    riseLimitPerDay: 1 * MMOL_PER_L_PER_DKH,
    fallLimitPerDay: 0.5 * MMOL_PER_L_PER_DKH,
  },
  calcium: { rateKind: 'ionRate', perMl: (s) => s.ions.calcium / 1000, riseLimitPerDay: 20, fallLimitPerDay: 20 },
  magnesium: { rateKind: 'ionRate', perMl: (s) => s.ions.magnesium / 1000, riseLimitPerDay: 100, fallLimitPerDay: 100 },
};
