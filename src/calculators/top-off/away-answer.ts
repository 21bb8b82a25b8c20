import type { Answer, Caution, Phrase, Step } from '../calculator/calculator';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import type { AwayInput } from './away-input';
import type { Supply } from './supply';

/** A tank that nobody looks at for longer is not left alone. Chosen. */
const LOOKED_AT_EVERY_DAYS = 3;
/** A bottle is filled on leaving where it would last less than this many times the absence. Chosen. */
const BOTTLE_MARGIN = 1.2;

export function awayAnswer(
  input: AwayInput,
  water: Supply | undefined,
  first: Supply | undefined,
  refills: readonly { readonly by: number }[],
): Answer {
  const { days, reservoirL } = input;
  if (!water)
    return {
      says: [
        'How long it can be left is not known, since how much evaporates is not.',
        ...(first && !first.lasts
          ? [`${first.what} runs out after`, quantity('days', first.lastsDays), 'of', quantity('days', days), '.']
          : []),
      ],
      certainty: 'not enough yet',
      because: ['Two refills or looks at the reservoir, some days apart, would show it.'],
    };
  if (reservoirL === 0 && water.needs > 0)
    return {
      says: [
        'Nothing tops it off: somebody must pour in',
        quantity('volume', water.perDayAtMost),
        'a day, or a reservoir of',
        quantity('volume', water.needs),
        'must last the',
        quantity('days', days),
        '.',
      ],
      certainty: 'worked out',
      because: [
        'By the most that may be used a day.',
        ...(first && !first.lasts
          ? [`${first.what} runs out besides, after`, quantity('days', first.lastsDays), '.']
          : []),
      ],
    };
  const away: Phrase[] = ['It can be left for', quantity('days', days), 'with the reservoir full'];
  if (!first || first.lasts)
    return {
      says: [
        ...away,
        first ? `: ${lower(first.what)} is the first to run out, after` : '.',
        ...(first ? [quantity('days', first.lastsDays), '.'] : []),
      ],
      certainty: 'worked out',
      because: ['By the most that may be used a day.'],
    };
  const next = refills[0];
  return {
    says: [
      `${first.what} is the first to run out, after`,
      quantity('days', first.lastsDays),
      'of',
      quantity('days', days),
      ...(next && first.kind === 'volume'
        ? ['; a helper must fill it by', { moment: next.by, day: true as const }, '.']
        : ['; fill or stretch it, or have someone come.']),
    ],
    certainty: 'worked out',
    because: [
      'By the most that may be used a day.',
      ...(first.kind === 'volume' && reservoirL > 0
        ? ['For the whole time it would have to hold', quantity('volume', first.needs), '.']
        : []),
    ],
  };
}

export interface Dose {
  readonly supply: Supply;
  readonly known: boolean;
}

/** What to see to before one goes, in the order it is done. */
export function beforeLeaving(
  { upkeep, changeAt, leavesAt, days, reservoirL }: AwayInput,
  doses: readonly Dose[],
  food: Supply | undefined,
): Phrase[][] {
  const fillings = doses.flatMap(({ supply, known }): Phrase[][] =>
    known && supply.holds >= supply.needs * BOTTLE_MARGIN
      ? []
      : [
          [
            `Fill the bottle of ${supply.what}: it needs`,
            quantity('dose', supply.needs * BOTTLE_MARGIN),
            known ? ', and holds' : ', and what it holds is not logged.',
            ...(known ? [quantity('dose', supply.holds), '.'] : []),
          ],
        ],
  );
  return [
    ...(changeAt !== undefined && changeAt < leavesAt + days * DAY_MS
      ? [['Change water before you leave: a change falls due', { moment: changeAt, day: true }, '.'] as Phrase[]]
      : []),
    ...upkeep.map((does): Phrase[] => [`${does}.`]),
    ...(reservoirL > 0 ? [['Fill the reservoir to its mark,', quantity('volume', reservoirL), '.'] as Phrase[]] : []),
    ...fillings,
    ...(food && !food.lasts
      ? [['Fill the feeder with', quantity('ratio', Math.ceil(food.needs)), 'portions.'] as Phrase[]]
      : []),
    ['Read salinity and mark the sump’s level with tape, so that a helper sees what is usual.'],
  ];
}

/** What a helper must do, in three lines and no more. */
export function helperLines(
  { reservoirL }: AwayInput,
  water: Supply | undefined,
  refills: readonly { readonly by: number; readonly litres: number }[],
  food: Supply | undefined,
): Phrase[][] {
  const days: Phrase[] = refills
    .slice(0, 6)
    .flatMap(({ by }, i): Phrase[] => [...(i === 0 ? [] : [',']), { moment: by, day: true }]);
  const fill: Phrase[] =
    refills.length > 0
      ? [
          'Fill the reservoir to its mark with RO/DI water, never tap water and never saltwater, by',
          ...days,
          ': about',
          quantity('volume', refills[0]?.litres ?? 0),
          'each time.',
        ]
      : !water
        ? [
            reservoirL > 0
              ? 'Keep the reservoir filled to its mark with RO/DI water, never tap water and never saltwater: how long it lasts is not known.'
              : 'Pour RO/DI water into the sump up to the tape and no higher; never tap water, never saltwater.',
          ]
        : reservoirL > 0
          ? ['Leave the reservoir alone: it lasts. Never pour anything into the tank itself.']
          : [
              'Pour RO/DI water into the sump up to the tape, about',
              quantity('volume', water.perDayAtMost),
              'a day, never more at once than two days’ worth.',
            ];
  return [
    fill,
    [
      'Look every',
      quantity('days', LOOKED_AT_EVERY_DAYS),
      ': return pump running, level at the tape, floor dry. Floor wet or level high: pull the top-off’s plug and call.',
    ],
    food
      ? food.lasts
        ? ['Feed nothing: the feeder does. Dose nothing, test nothing, clean nothing.']
        : ['Put one portion in for each day the feeder is empty, no more. Dose nothing, test nothing, clean nothing.']
      : ['Feed only what is laid out by the day; a day without hurts nothing. Dose nothing, clean nothing.'],
  ];
}

export function awayWorking(input: AwayInput, supplies: readonly Supply[], dry: number | undefined): Step[] {
  return [
    { label: 'Away', value: quantity('days', input.days), origin: 'yours', from: 'from leaving to coming back' },
    ...supplies.flatMap((supply): Step[] => [
      {
        label: `${supply.what} holds`,
        value: quantity(supply.kind, supply.holds),
        origin: supply.kind === 'volume' ? 'setting' : 'yours',
        from: 'as it is left',
      },
      {
        label: `${supply.what} lasts`,
        value: quantity('days', supply.lastsDays),
        origin: 'equation',
        from: 'what it holds ÷ the most that may be used a day',
      },
    ]),
    ...(dry === undefined
      ? []
      : [
          {
            label: 'Salinity leaves the band after',
            value: quantity('days', (dry - input.leavesAt) / DAY_MS),
            origin: 'equation' as const,
            from: 'the tank model, from the day the reservoir is dry',
          },
        ]),
  ];
}

export function awayCautions(
  input: AwayInput,
  supplies: readonly Supply[],
  dry: number | undefined,
  refills: readonly unknown[],
): Caution[] {
  const short = supplies.filter(({ lasts, kind }) => !lasts && kind === 'dose');
  return [
    ...(dry === undefined
      ? []
      : [
          {
            severity: 'danger' as const,
            says: [
              input.reservoirL > 0
                ? 'If nobody refills, the reservoir is dry and salinity above the band by'
                : 'If nobody pours in, salinity is above the band by',
              { moment: dry, day: true as const },
              '.',
            ],
          },
        ]),
    ...short.map(({ what, lastsDays }) => ({
      severity: 'caution' as const,
      says: [
        `${what} ends after`,
        quantity('days', lastsDays),
        '. A tank whose dose stops drifts slowly and can wait; one topped up by guess cannot. Leave it, and correct over days when you are back.',
      ],
    })),
    ...(input.reservoirL > 0 && refills.length === 0
      ? []
      : [
          {
            severity: 'caution' as const,
            says: [
              'Show the helper once, with the water in hand. Most accidents while away are kind hands: tap water, twice the food, a bottle poured in.',
            ],
          },
        ]),
    {
      severity: 'note',
      says: [
        'Nothing new in the last days before leaving: no new animal, no new pump, no larger reservoir. What fails fails early.',
      ],
    },
  ];
}

function lower(words: string): string {
  return words.replace(/^The /, 'the ');
}
