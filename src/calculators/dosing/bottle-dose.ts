import type { Caution } from '../calculator/calculator';
import { quantity } from '@/chemistry/units/quantity';
import { DOSED_FACTS, type DosedParameter } from './dosed-parameters';

/** What a bottle should be dosed at. */
export interface PartDose {
  /** What the dose is sized by. */
  readonly parameter: DosedParameter;
  /** What the same bottle brings besides. */
  readonly brings: readonly DosedParameter[];
  readonly part: string;
  readonly mlPerDay: number;
  readonly lowMlPerDay: number;
  readonly highMlPerDay: number;
}

/** Below this share of a millilitre a day, a dose is not worth a pump. */
export const LEAST_ML_PER_DAY = 0.05;

/** What an parameter needs of its part, before parts of one bottle are put together. */
export interface Need {
  readonly parameter: DosedParameter;
  readonly part: { readonly name: string; readonly bottle?: string | undefined; readonly perMl: number };
  /** Amount a day that is left to bring; below nought where others bring too much. */
  readonly rest: number;
  /** Half of its 95 % range, amount a day. */
  readonly doubt: number;
  /** It rises beyond all that is known to go in. */
  readonly rises: boolean;
}

/** What one bottle is to bring: the first of it is what the dose is sized by. */
type Shared = readonly [Need, ...Need[]];

export function byBottle(needs: readonly Need[]): readonly Shared[] {
  const bottles = new Map<string, [Need, ...Need[]]>();
  for (const need of needs) {
    const bottle = need.part.bottle ?? need.part.name;
    const known = bottles.get(bottle);
    if (known) known.push(need);
    else bottles.set(bottle, [need]);
  }
  return [...bottles.values()];
}

/** A bottle is dosed once. It is sized by the first of what it carries: alkalinity before calcium, since alkalinity is tested the finest. */
export function doseOf([sizing, ...rest]: Shared): PartDose {
  const mlPerDay = Math.max(0, sizing.rest / sizing.part.perMl);
  const doubt = sizing.doubt / sizing.part.perMl;
  return {
    parameter: sizing.parameter,
    brings: rest.map(({ parameter }) => parameter),
    part: sizing.part.name,
    mlPerDay,
    lowMlPerDay: Math.max(0, mlPerDay - doubt),
    highMlPerDay: mlPerDay + doubt,
  };
}

/** What a bottle's one dose leaves short, or over, of what else it carries. */
export function leftOver(shared: Shared, netVolumeL: number): Caution[] {
  const { mlPerDay, part: name } = doseOf(shared);
  return shared.slice(1).map(({ parameter, part, rest, doubt }): Caution => {
    const short = rest - mlPerDay * part.perMl;
    const { rateKind } = DOSED_FACTS[parameter];
    if (Math.abs(short) <= doubt)
      return {
        severity: 'note',
        says: [`The same dose of ${name} carries ${parameter} too, as far as the tests tell.`],
      };
    return {
      severity: 'care',
      says: [
        `One bottle, one dose: sized by ${shared[0].parameter}, ${name} brings`,
        quantity(rateKind, Math.abs(short) / netVolumeL),
        short > 0
          ? `less ${parameter} than the tank takes; another source has to bring that.`
          : `more ${parameter} than the tank takes; it will rise by that.`,
      ],
    };
  });
}
