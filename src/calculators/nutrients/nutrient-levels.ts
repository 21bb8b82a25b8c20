import { quantity, range } from '@/quantities/quantity';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed, listedPhrases } from '../calculator/words';
import { rateKindOf } from '../parameters/rates';
import { overWords } from '../readings/over-words';
import {
  findingsOf,
  findingWords,
  judged,
  NUTRIENTS,
  signsBeside,
  zeroDaysOf,
  type Finding,
  type JudgedNutrient,
} from './level-findings';
import { nutrientLevelsInput, type NutrientLevelsInput } from './nutrient-levels-input';

const DAY = 86_400_000;

export const nutrientLevels = defineCalculator({
  name: 'nutrient-levels',
  asks: 'Are nitrate and phosphate right together, and what is done about it first?',
  input: nutrientLevelsInput,
  example: {
    now: 1_790_000_000_000,
    nitrate: {
      readings: [
        { at: 1_788_600_000_000, value: 0.4 },
        { at: 1_789_800_000_000, value: '0.5 mg/L' },
      ],
    },
    phosphate: { readings: [{ at: 1_789_800_000_000, value: '4 µg/L P' }] },
    alkalinity: '9.2 dKH',
    signs: [{ sign: 'paling', at: 1_789_600_000_000 }],
  },
  run: (input) => {
    const nutrients = NUTRIENTS.flatMap((nutrient) => judged(input, nutrient) ?? []);
    const findings = findingsOf(input);
    const [first, second] = findings;
    return {
      answer: {
        says: first
          ? findingWords(first, input)
          : nutrients.length === 2
            ? ['Leave nitrate and phosphate as they are:', ...standing(nutrients), '.']
            : [`Test ${missing(nutrients)} too: one of the two alone tells little.`],
        certainty: nutrients.length === 0 ? 'not enough yet' : first ? 'estimated' : 'worked out',
        ...movesOf(nutrients),
        because: [
          ...(first && nutrients.length > 0 ? [...capitalisedFirst(standing(nutrients)), '.'] : []),
          ...bandWords(nutrients),
          ...(nutrients.length === 2 && nutrients.every(({ moves }) => moves === undefined)
            ? ['How they move cannot be told yet.']
            : nutrients.flatMap((each) => rateWords(input, each))),
          ...(second ? ['Then:', ...findingWords(second, input)] : []),
        ],
      },
      working: workingOf(input, nutrients),
      cautions: cautionsOf(input, findings),
      values: { findings, nutrients, zeroDays: zeroDaysOf(input) },
    };
  },
});

function missing(nutrients: readonly JudgedNutrient[]): string {
  return listed(NUTRIENTS.filter((nutrient) => !nutrients.some((each) => each.nutrient === nutrient)));
}

function standing(nutrients: readonly JudgedNutrient[]): Phrase[] {
  return listedPhrases(
    nutrients.map(({ nutrient, value, place, zero }): Phrase[] => [
      nutrient,
      quantity(nutrient, value),
      zero ? 'as a kit reads zero' : PLACE_WORDS[place],
    ]),
  );
}
const PLACE_WORDS: Readonly<Record<JudgedNutrient['place'], string>> = {
  low: 'below its band',
  high: 'above its band',
  'on target': 'in its band',
  'at the edge': 'at the edge of its band',
};

function capitalisedFirst(phrases: readonly Phrase[]): Phrase[] {
  const [head, ...rest] = phrases;
  return [typeof head === 'string' ? capitalised(head) : (head ?? ''), ...rest];
}

function bandWords(nutrients: readonly JudgedNutrient[]): Phrase[] {
  const [a, b] = nutrients;
  return a && b
    ? ['The bands are', range(a.nutrient, a.band[0], a.band[1]), 'and', range(b.nutrient, b.band[0], b.band[1]), '.']
    : [];
}

function rateWords(input: NutrientLevelsInput, { nutrient, moves }: JudgedNutrient): Phrase[] {
  const { moved } = input[nutrient];
  const kind = rateKindOf(nutrient);
  if (!moved || !kind) return [`Whether ${nutrient} moves cannot be told yet.`];
  if (moves === undefined) return [`Whether ${nutrient} moves cannot be told yet.`];
  if (moves === 'steady') return [`${capitalised(nutrient)} is steady.`];
  return [
    `${capitalised(nutrient)} is ${moves} by`,
    range(kind, Math.abs(moved.perDay) - moved.half, Math.abs(moved.perDay) + moved.half),
    ...overWords(moved.overDays),
    '.',
  ];
}

/** Both alike is the pair's; else what presses more is told by its own words. */
function movesOf(nutrients: readonly JudgedNutrient[]) {
  const [a, b] = nutrients;
  return a?.moves && a.moves === b?.moves ? { moves: a.moves } : {};
}

function workingOf(input: NutrientLevelsInput, nutrients: readonly JudgedNutrient[]): Step[] {
  return [
    ...nutrients.map(({ nutrient, value }): Step => ({
      label: capitalised(nutrient),
      value: quantity(nutrient, value),
      origin: 'log',
      from: 'as read last',
    })),
    ...nutrients.map(({ nutrient, band }): Step => ({
      label: `Band of ${nutrient}`,
      value: range(nutrient, band[0], band[1]),
      origin: input[nutrient].band ? 'setting' : 'common practice',
      from: input[nutrient].band ? 'your own two figures' : `the ${input.school} school`,
    })),
    ...(nutrients[0] && nutrients[1] && nutrients[1].value > 0
      ? [
          {
            label: 'Nitrate for one of phosphate',
            value: quantity('ratio', nutrients[0].value / nutrients[1].value),
            origin: 'log' as const,
            from: 'by mass, as they stand; no figure of it is held to',
          },
        ]
      : []),
    ...(input.alkalinity === undefined
      ? []
      : [
          {
            label: 'Alkalinity',
            value: quantity('alkalinity', input.alkalinity),
            origin: 'log' as const,
            from: 'as read last: a high one and starved water bleach together (common practice)',
          },
        ]),
    ...(nutrients.length === 0
      ? [
          {
            label: 'Tests of the last month',
            value: quantity('ratio', 0),
            origin: 'log' as const,
            from: 'older ones say nothing of the water now',
          },
        ]
      : []),
  ];
}

function cautionsOf(input: NutrientLevelsInput, findings: readonly Finding[]): Caution[] {
  const found = (...which: readonly Finding[]) => which.some((each) => findings.includes(each));
  const beside = signsBeside(input);
  const latest = Math.max(0, ...input.signs.map(({ at }) => at));
  return [
    ...(found('both zero', 'lean at high alkalinity', 'paling while lean')
      ? [
          {
            severity: 'caution' as const,
            says: [
              'One lever at a time, and a test after two weeks: skimmer half the day, floss out, more food. Broadcast food is the first to go again at a red film. Colour took three to four weeks to return (common practice).',
            ],
          },
        ]
      : []),
    ...(found('both zero', 'both zero lately', 'nitrate gone', 'phosphate gone') && input.exporters.length > 0
      ? [
          {
            severity: 'note' as const,
            says: [`What exports now: ${listed(input.exporters)}. Take out or ease the last that came, by half.`],
          },
        ]
      : []),
    ...(beside.length > 0 && latest > input.now - 30 * DAY
      ? [{ severity: 'note' as const, says: [`Seen beside it in the last weeks: ${listed(beside)}.`] }]
      : []),
    ...(found('high')
      ? [
          {
            severity: 'note' as const,
            says: ['Act on the rate and not on one reading: a second test first, by a kit of its own.'],
          },
        ]
      : []),
  ];
}
