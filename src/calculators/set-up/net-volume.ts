import { halfWidth95 } from '@/numerics/normal-interval';
import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, amountOfNamedKind, settled } from '../calculator/calculator-input';
import { defineCalculator, type Answer, type Step } from '../calculator/calculator';
import { PARAMETERS, readingExpectation, usualErrorOf } from '../parameters/parameters';
import { bottleInput, bottleOf, weighedSalt } from '../reagents/bottle-input';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { amountsOf, sumOfSalts } from '@/chemistry/reagents/solution';
import { Refusal } from '@/chemistry/refusal';
import { salinityAmountFromSolids, type Amounts } from '@/chemistry/tank-model/water';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';

/** What a dilution can be read by: what a keeper adds by the gram or the millilitre, and tests. */
export const READ_BY = ['alkalinity', 'ammonia', 'calcium', 'magnesium', 'salinity'] as const;
export type ReadBy = (typeof READ_BY)[number];

/** What a scale or a syringe is off by, as a share. Chosen. */
const MEASURED_OFF = 0.01;
/** A volume this sure is worth the measuring. Chosen. */
const GOOD = 0.05;

export const netVolume = defineCalculator({
  name: 'net-volume',
  asks: 'How much water is in the tank, by a known amount added and the rise it made?',
  input: z.strictObject({
    readBy: z.enum(READ_BY),
    added: z.union([
      z.strictObject({ salt: weighedSalt }),
      z.strictObject({ solution: bottleInput, ml: amount(AMOUNTS.dose) }),
      /** Sea salt, dry, which a test of salinity reads. */
      z.strictObject({ seaSaltG: amount(AMOUNTS.saltMass) }),
    ]),
    before: amountOfNamedKind('before', 'what it is read by'),
    after: amountOfNamedKind('after', 'what it is read by'),
    /** What the tank is thought to hold: a figure of it off by a half is asked about. */
    thoughtL: amount(AMOUNTS.netVolume).optional(),
  }),
  example: {
    readBy: 'alkalinity',
    added: { salt: { reagent: 'sodium-bicarbonate', grams: 12 } },
    before: '7.2 dKH',
    after: '8.9 dKH',
    thoughtL: '230 L',
  },
  run: ({ readBy, added, before: givenBefore, after: givenAfter, thoughtL }) => {
    const { kind, name } = PARAMETERS[readBy];
    const testError = usualErrorOf(readBy);
    const expected = { ...readingExpectation(readBy), low: 0 };
    const before = settled(givenBefore, { ...expected, field: `${name} before` });
    const after = settled(givenAfter, { ...expected, field: `${name} after` });
    const amounts = amountsAdded(added);
    const put = amounts[readBy] ?? 0;
    if (put <= 0)
      throw new Refusal({
        field: 'what is read',
        value: name,
        allowed: 'something that what was added brings',
        hint: `What was added holds no ${name}.`,
      });
    const rise = after - before;
    if (rise <= 0)
      throw new Refusal({
        field: `${name} after`,
        value: showText(quantity(kind, after), DEFAULT_UNITS),
        allowed: `above what it was before, ${showText(quantity(kind, before), DEFAULT_UNITS)}`,
        hint: 'Have the two changed places? Stir for an hour before the second test.',
      });
    const volumeL = put / rise;
    if (!(volumeL >= AMOUNTS.netVolume.low && volumeL <= AMOUNTS.netVolume.high))
      throw new Refusal({
        field: `${name} after`,
        value: showText(quantity(kind, after), DEFAULT_UNITS),
        allowed: 'a rise that some tank would show',
        hint: 'By this the tank would be a puddle or a lake: is the amount added right, and in the right unit?',
      });
    const riseSd = Math.SQRT2 * testError;
    const off = Math.hypot(riseSd / rise, MEASURED_OFF);
    const lowL = put / (rise + halfWidth95(riseSd)) / (1 + halfWidth95(MEASURED_OFF));
    // A rise that the test could mistake for none leaves the volume open above.
    const leastRise = rise - halfWidth95(riseSd);
    const highL = leastRise > 0 ? (put / leastRise) * (1 + halfWidth95(MEASURED_OFF)) : undefined;
    const toAdd = (volumeL * riseSd) / GOOD / put;
    const working: Step[] = [
      {
        label: `Added, as ${name}`,
        value: quantity(kind, put),
        origin: 'yours',
        from: 'told as its rise in one litre',
      },
      { label: 'Before', value: quantity(kind, before), origin: 'yours', from: 'test' },
      { label: 'After', value: quantity(kind, after), origin: 'yours', from: 'test, an hour later' },
      { label: 'Rise', value: quantity(kind, rise), origin: 'equation', from: 'after − before' },
      {
        label: 'Error of the rise',
        value: quantity(kind, riseSd),
        origin: 'common practice',
        from: 'one standard deviation: √2 × that of a careful test',
      },
      { label: 'Net volume', value: quantity('volume', volumeL), origin: 'equation', from: 'added ÷ rise' },
    ];
    return {
      answer: answerOf({ volumeL, lowL, highL, off, toAdd }),
      working,
      cautions: [
        ...(thoughtL !== undefined && (volumeL > 1.5 * thoughtL || volumeL < thoughtL / 1.5)
          ? [
              {
                severity: 'note' as const,
                says: [
                  'That is far from the',
                  quantity('volume', thoughtL),
                  'it was thought to hold: is the amount added right, and in the right unit?',
                ],
              },
            ]
          : []),
        {
          severity: 'note' as const,
          says: [
            'Test, add, stir for an hour, test again: what the corals take meanwhile counts as volume. Keep the rise within what a day allows if animals are in.',
          ],
        },
      ],
      values: { volumeL, lowL, ...(highL !== undefined && { highL }), offShare: off, timesTheDose: Math.max(1, toAdd) },
    };
  },
});

type Added = z.output<typeof netVolume.input>['added'];

function amountsAdded(added: Added): Amounts {
  if ('seaSaltG' in added) return { salinity: salinityAmountFromSolids(added.seaSaltG) };
  if ('salt' in added)
    return amountsOf(
      sumOfSalts([{ reagent: added.salt.reagent, gramsPerL: added.salt.grams, purity: added.salt.purity }]),
      1,
    );
  return amountsOf(strengthOfBottle(bottleOf(added.solution)), added.ml / 1000);
}

function answerOf({
  volumeL,
  lowL,
  highL,
  off,
  toAdd,
}: {
  readonly volumeL: number;
  readonly lowL: number;
  readonly highL: number | undefined;
  readonly off: number;
  readonly toAdd: number;
}): Answer {
  const more = off > GOOD * 1.5 && toAdd > 1;
  return {
    says:
      highL === undefined
        ? ['The rise is within the test’s own error: add more, and test again.']
        : [
            'It holds',
            quantity('volume', volumeL),
            ', between',
            quantity('volume', lowL),
            'and',
            quantity('volume', highL),
            '.',
          ],
    certainty: highL === undefined ? 'within test error' : more ? 'rough' : 'worked out',
    because: more
      ? ['About', quantity('ratio', Math.min(99, toAdd)), 'times as much would give it to one part in twenty.']
      : ['95 % range, by the error of two tests.'],
  };
}
