import * as z from 'zod';
import { amount, amountOfNamedKind, figure, settled } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { PARAMETERS, readingExpectation } from '../parameters/parameters';
import { Refusal } from '@/chemistry/refusal';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { FRESH_WATER, type Species } from '@/chemistry/tank-model/water';
import { quantity, showText, DEFAULT_UNITS } from '@/quantities/quantity';

const DILUTED = [
  'salinity',
  'alkalinity',
  'calcium',
  'magnesium',
  'nitrate',
  'phosphate',
] as const satisfies readonly Species[];

export const dilution = defineCalculator({
  name: 'dilution',
  asks: 'How much of another water brings this one to a target?',
  input: z.strictObject({
    of: z.enum(DILUTED),
    /** Litres in all: the tank's net volume, or the batch to make. */
    litres: amount(AMOUNTS.netVolume),
    has: amountOfNamedKind('level now', 'of'),
    adds: amountOfNamedKind('level of the other water', 'of'),
    target: amountOfNamedKind('target', 'of'),
    /** In so many equal changes. */
    changes: figure('changes', 1, 50).default(1),
  }),
  example: { of: 'nitrate', litres: '300 L', has: '24 mg/L', adds: 0, target: '10 mg/L', changes: 2 },
  run: ({ of, litres, has: givenHas, adds: givenAdds, target: givenTarget, changes }) => {
    const level = (value: number | string, field: string) =>
      settled(value, { ...readingExpectation(of), low: 0, field });
    const has = level(givenHas, 'level now');
    const adds = level(givenAdds, 'level of the other water');
    const target = level(givenTarget, 'target');
    if (!Number.isInteger(changes))
      throw new Refusal({ field: 'changes', value: changes, allowed: 'a whole number of changes' });
    refuseBeyond(of, has, adds, target);
    const share = shareEachTime(has, adds, target, changes);
    const each = share * litres;
    const events = Array.from({ length: changes }, (_, i): TankEvent => ({
      kind: 'exchange',
      at: (i + 0.5) * DAY_MS,
      volumeL: each,
      water: { ...FRESH_WATER, [of]: adds },
    }));
    const levels = simulate(
      { at: 0, volumeL: litres, water: { ...FRESH_WATER, [of]: has } },
      events,
      Array.from({ length: changes }, (_, i) => (i + 1) * DAY_MS),
    ).map(({ water }) => water[of]);
    const working: Step[] = [
      { label: 'Level now', value: quantity(of, has), origin: 'yours', from: 'as given' },
      { label: 'Level of the other water', value: quantity(of, adds), origin: 'yours', from: 'as given' },
      {
        label: changes === 1 ? 'Share to exchange' : 'Share to exchange each time',
        value: quantity('percent', share * 100),
        origin: 'equation',
        from: '1 − ((target − other) ÷ (now − other)) to the power of 1 ÷ changes',
      },
      ...levels.map((after, i): Step => ({
        label: changes === 1 ? 'Level after' : `Level after change ${i + 1}`,
        value: quantity(of, after),
        origin: 'equation',
        from: 'the tank model, water exchanged all at once',
      })),
    ];
    const cautions: Caution[] = [];
    if (share > 0.4)
      cautions.push({
        severity: 'caution',
        says: ['A change of more than 40 % is a shock to what lives in it: make it several, some days apart.'],
      });
    if (each > 20)
      cautions.push({
        severity: 'caution',
        usual: true,
        says: [
          quantity('volume', 20),
          'of water weigh',
          quantity('mass', 20_000),
          ': carry no more than that at a time.',
        ],
      });
    return {
      answer: {
        says:
          share === 0
            ? [`Exchange nothing: ${PARAMETERS[of].name} is on target.`]
            : changes === 1
              ? ['Exchange', quantity('volume', each), 'of', quantity('volume', litres), 'for the other water.']
              : [
                  'Exchange',
                  quantity('volume', each),
                  `${changes} times,`,
                  quantity('volume', each * changes),
                  'in all.',
                ],
        certainty: 'worked out',
        because:
          share === 0
            ? ['It is there already.']
            : [
                `It brings ${PARAMETERS[of].name} from`,
                quantity(of, has),
                'to',
                quantity(of, target),
                ', if nothing else moves it meanwhile.',
              ],
      },
      working,
      cautions,
      values: {
        shareEachTime: share,
        litresEachTime: each,
        litresInAll: each * changes,
        levels,
        ways: waysOf(litres, has, adds, target),
      },
    };
  },
});

/** C_n = C_s + (C_0 − C_s)(1 − f)^n, turned round for f. */
function shareEachTime(has: number, adds: number, target: number, changes: number): number {
  return has === target ? 0 : 1 - ((target - adds) / (has - adds)) ** (1 / changes);
}

/** How many changes are told side by side: one, and fewer than keepers do in two months of weeks. Chosen. */
const WAYS = [1, 2, 3, 4, 6, 8];

/** The same level reached in more or fewer changes: each smaller, more water in all. */
function waysOf(litres: number, has: number, adds: number, target: number) {
  if (has === target) return [];
  return WAYS.map((changes) => {
    const share = shareEachTime(has, adds, target, changes);
    return { changes, litresEachTime: share * litres, share, litresInAll: share * litres * changes };
  });
}

function refuseBeyond(of: (typeof DILUTED)[number], has: number, adds: number, target: number): void {
  const [low, high] = [Math.min(has, adds), Math.max(has, adds)];
  const shown = (value: number) => showText(quantity(of, value), DEFAULT_UNITS);
  // The other water alone is reached only by exchanging everything.
  if (target >= low && target <= high && (target !== adds || has === adds)) return;
  throw new Refusal({
    field: 'target',
    value: shown(target),
    allowed: `between what is there (${shown(has)}) and what is added (${shown(adds)})`,
    hint:
      target === adds
        ? 'Only exchanging all of it would bring it quite so far.'
        : 'Mixing two waters gives nothing beyond either of them.',
  });
}
