import type { Strength } from '@/chemistry/reagents/solution';
import { type QuantityKind } from '@/quantities/kinds';
import { MMOL_PER_L_PER_DKH } from '@/chemistry/conversion';

/** The three that calcification takes and dosing replaces. */
export const DOSED_PARAMETERS = ['alkalinity', 'calcium', 'magnesium'] as const;
export type DosedParameter = (typeof DOSED_PARAMETERS)[number];

export function isDosedParameter(name: string): name is DosedParameter {
  return (DOSED_PARAMETERS as readonly string[]).includes(name);
}

interface ElementFacts {
  readonly rateKind: QuantityKind;
  /** What a millilitre of a solution adds, as an amount (concentration × litres). */
  readonly perMl: (strength: Strength) => number;
  /** Fastest rise keepers hold to, a day. Common practice. */
  readonly riseLimitPerDay: number;
  /** Fastest fall keepers hold to, a day. Common practice. */
  readonly fallLimitPerDay: number;
  /** No keeper moves it faster than this, whatever is typed. Chosen: half as much again, for calcium the wider figure of common practice. */
  readonly fastestPerDay: number;
  /** What a level may be aimed at: outside it animals are hurt, or nothing holds. Chosen, within the dangers of `everyday.ts`. */
  readonly aims: readonly [low: number, high: number];
}

export const DOSED_FACTS: Record<DosedParameter, ElementFacts> = {
  alkalinity: {
    rateKind: 'alkalinityRate',
    perMl: (s) => s.alkalinityMmolPerL / 1000,
    riseLimitPerDay: 1 * MMOL_PER_L_PER_DKH,
    fallLimitPerDay: 0.5 * MMOL_PER_L_PER_DKH,
    fastestPerDay: 1.5 * MMOL_PER_L_PER_DKH,
    aims: [6 * MMOL_PER_L_PER_DKH, 12.5 * MMOL_PER_L_PER_DKH],
  },
  calcium: {
    rateKind: 'ionRate',
    perMl: (s) => s.ions.calcium / 1000,
    riseLimitPerDay: 20,
    fallLimitPerDay: 20,
    fastestPerDay: 50,
    aims: [350, 500],
  },
  magnesium: {
    rateKind: 'ionRate',
    perMl: (s) => s.ions.magnesium / 1000,
    riseLimitPerDay: 100,
    fallLimitPerDay: 100,
    fastestPerDay: 150,
    aims: [1100, 1600],
  },
};
