import * as z from 'zod';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { quantity } from '@/quantities/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { figure } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { listed } from '../calculator/words';
import { ADDED_KINDS } from '../cycle/cycle-input';
import { LIVESTOCK, LIVESTOCK_CLASSES, type LivestockClass } from '../parameters/livestock';
import { parameterOf, type ParameterId } from '../parameters/parameters';

/** A photoperiod outside of these is asked about. Common practice: eight to ten hours, four at first in a new tank. */
const HOURS = [6, 12] as const;

export const livestockAsks = defineCalculator({
  name: 'livestock-asks',
  asks: 'What does what lives here ask of the water, the salt and the light?',
  input: z.strictObject({
    livestock: z.enum(LIVESTOCK_CLASSES).optional(),
    there: z
      .array(
        z.strictObject({
          what: z.enum(ADDED_KINDS),
          count: figure('how many', 0, 1e6),
          lost: figure('how many lost', 0, 1e6).default(0),
        }),
      )
      .max(20)
      .default([]),
    litHours: figure('hours of light', 0, 24, 'hours').optional(),
    rampMinutes: figure('ramp', 0, AMOUNTS.rampMinutes.high, 'minutes').optional(),
    /** Targets that differ from the class's bands, by parameter. */
    otherwise: z.array(z.string().max(40)).max(60).default([]),
  }),
  example: {
    livestock: 'mixed',
    there: [
      { what: 'fish', count: 8 },
      { what: 'stony coral', count: 12 },
    ],
    litHours: 11,
  },
  run: ({ livestock, there, litHours, rampMinutes, otherwise }) => {
    const facts = livestock && LIVESTOCK[livestock];
    const counted = there.filter(({ count }) => count > 0).map(({ what, count }) => countWords(what, count));
    const lost = there.reduce((sum, each) => sum + each.lost, 0);
    return {
      answer: {
        says: facts
          ? [
              `${facts.words}${counted.length > 0 ? `: ${listed(counted)}` : ''}. Alkalinity is to move by no more than`,
              quantity('alkalinityRate', facts.alkalinityPerDay),
              '.',
            ]
          : counted.length > 0
            ? [`${listed(counted)} live here by the log. Say which class that makes it, and bands and pace follow.`]
            : ['Say what lives here: its class sets the bands, the salt and the pace that are proposed.'],
        certainty: facts ? 'worked out' : 'not enough yet',
        because: [
          ...(facts ? [facts.salt] : []),
          ...(otherwise.length > 0 ? [`Your targets differ for ${listed(otherwise)}.`] : []),
        ],
      },
      working: workingOf(livestock, litHours, rampMinutes, counted.length),
      cautions: [...cautionsOf(litHours, there), ...(lost > 0 ? [lossNote(lost)] : [])],
      values: {
        bands: facts?.bands ?? {},
        alkalinityPerDay: facts?.alkalinityPerDay ?? DKH,
        salinityPerDay: facts?.salinityPerDay ?? 1,
        lost,
      },
    };
  },
});

function countWords(what: (typeof ADDED_KINDS)[number], count: number): string {
  if (what === 'fish') return `${count} fish`;
  if (what === 'clean-up crew') return `${count} of a clean-up crew`;
  return `${count} ${what}${count === 1 ? '' : 's'}`;
}

function lossNote(lost: number): Caution {
  return {
    severity: 'note',
    says: [
      `${lost} ${lost === 1 ? 'life was' : 'lives were'} lost by the log: ask under What changed? what the water was like.`,
    ],
  };
}

function cautionsOf(litHours: number | undefined, there: readonly { what: string; count: number }[]): Caution[] {
  const missing = there.filter(({ count }) => count < 0).map(({ what }) => what);
  const light: Phrase[] | undefined =
    litHours === undefined || (litHours >= HOURS[0] && litHours <= HOURS[1])
      ? undefined
      : litHours > HOURS[1]
        ? ['Lit', quantity('ratio', litHours), 'hours a day: more than most keepers give, and what algae live on.']
        : [
            'Lit',
            quantity('ratio', litHours),
            'hours a day: little for corals, and right for a new tank’s first weeks.',
          ];
  return [
    ...(light ? [{ severity: 'note' as const, says: light }] : []),
    ...(missing.length > 0
      ? [
          {
            severity: 'note' as const,
            says: [`More ${listed(missing)} went than the log says came: log what was there before, with its day.`],
          },
        ]
      : []),
  ];
}

function workingOf(
  livestock: LivestockClass | undefined,
  litHours: number | undefined,
  rampMinutes: number | undefined,
  kinds: number,
): Step[] {
  const facts = livestock && LIVESTOCK[livestock];
  return [
    {
      label: 'Kinds counted',
      value: quantity('ratio', kinds),
      origin: 'log',
      from: 'what was added, less what was lost or moved out',
    },
    ...(facts
      ? [
          {
            label: 'Change of alkalinity a day',
            value: quantity('alkalinityRate', facts.alkalinityPerDay),
            origin: 'common practice' as const,
            from: `for ${livestock}; corrections hold to it`,
          },
          {
            label: 'Change of salinity a day',
            value: quantity('salinityRate', facts.salinityPerDay),
            origin: 'common practice' as const,
            from: `for ${livestock}`,
          },
          ...(Object.entries(facts.bands) as [ParameterId, readonly [number, number]][]).flatMap(
            ([id, [low, high]]): Step[] => [
              {
                label: `${parameterOf(id).name}, from`,
                value: quantity(parameterOf(id).kind, low),
                origin: 'common practice',
                from: `the band proposed for ${livestock}`,
              },
              { label: 'to', value: quantity(parameterOf(id).kind, high), origin: 'common practice', from: 'the same' },
            ],
          ),
        ]
      : []),
    ...(litHours === undefined
      ? []
      : [
          {
            label: 'Hours of light',
            value: quantity('ratio', litHours),
            origin: 'log' as const,
            from: `as the lights were set${rampMinutes ? `, ${rampMinutes} min of it coming up and as long going down` : ''}`,
          },
        ]),
  ];
}
