import { quantity } from '@/quantities/quantity';
import type { Followed, Levels } from '@/chemistry/water-change/followed';
import type { Caution, Phrase } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { DOSED_FACTS, isDosedParameter } from '../dosing/dosed-parameters';
import { PARAMETERS } from '../parameters/parameters';
import { nameOf } from './change-input';

/** More than this at once shocks what lives in it; keepers make it several. Common practice. */
export const LARGE_SHARE = 0.4;
/** Nutrients that move by so much at once are moved far, mg/L, as do those that are halved. Chosen: keepers bring them down over weeks. */
const FAR: Partial<Record<Followed, number>> = { nitrate: 20, phosphate: 0.2 };
/** Of a level that is next to zero a half is no move. */
const WORTH_HALVING: Partial<Record<Followed, number>> = { nitrate: 5, phosphate: 0.05 };

export function isFar(id: Followed, step: number, before: number): boolean {
  const most = FAR[id];
  const worth = WORTH_HALVING[id] ?? Infinity;
  return most !== undefined && (Math.abs(step) > most || (Math.abs(step) > before / 2 && before > worth));
}

/** What is large about it though no salt or alkalinity steps: the share itself, and nutrients that it takes far. */
export function largeWords(
  { livestock, changes }: { readonly livestock: boolean; readonly changes: number },
  share: number,
  steps: readonly { readonly id: Followed; readonly far: boolean }[],
  levels: Readonly<Record<Followed, readonly { readonly before: number; readonly after: number }[]>>,
): Phrase[] {
  if (!livestock) return [];
  const far = steps.filter((each) => each.far);
  return [
    ...(share > LARGE_SHARE
      ? [
          changes === 1 ? 'It is' : 'Each is',
          quantity('percent', share * 100),
          'of the water: a large step for all that lives in it. Make it several of a third, some days apart.',
        ]
      : []),
    ...far.flatMap(({ id }): Phrase[] => {
      const [first] = levels[id];
      return first
        ? [
            `${capitalised(nameOf(id))} goes from`,
            quantity(PARAMETERS[id].kind, first.before),
            'to',
            quantity(PARAMETERS[id].kind, first.after),
            'at once.',
          ]
        : [];
    }),
  ];
}

/** New water that itself is out of range: what this change makes of it, and where a routine of it would end. */
export function outOfRange(
  { newWater }: { readonly newWater: Levels },
  followed: readonly Followed[],
  levels: Readonly<Record<Followed, readonly { readonly before: number; readonly after: number }[]>>,
): Caution[] {
  return followed.flatMap((id): Caution[] => {
    const there = newWater[id];
    if (!isDosedParameter(id) || there === undefined) return [];
    const [low, high] = DOSED_FACTS[id].aims;
    if (there >= low && there <= high) return [];
    return [
      {
        severity: 'caution',
        says: [
          `The new water’s ${nameOf(id)},`,
          quantity(PARAMETERS[id].kind, there),
          ', is out of range: this change takes the tank to',
          quantity(PARAMETERS[id].kind, levels[id].at(-1)?.after ?? there),
          ', and a routine of it would end there. Test the batch, or another salt.',
        ],
      },
    ];
  });
}
