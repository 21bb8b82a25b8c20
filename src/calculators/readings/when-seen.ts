import { halfWidth95, isToldFromZero } from '@/numerics/normal-interval';
import * as z from 'zod';
import { estimate, quantity } from '@/quantities/quantity';
import { figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed, listedPhrases } from '../calculator/words';
import { PARAMETER_IDS, parameterOf } from '../parameters/parameters';
import { placeInBand, type Place } from '../parameters/place-in-band';
import { differenceKindOf } from '../parameters/rates';
import { checkRange } from '../parameters/check-range';
import { SIGN_IDS, SIGNS, signWords, type Sign } from '../signs/signs';

const level = z.strictObject({
  parameter: z.enum(PARAMETER_IDS),
  /** As the tests about that day tell it together, in the parameter's canonical unit. */
  level: figure('level then', -1e6, 1e6),
  sd: figure('doubt of the level', 0, 1e6),
  band: z.tuple([figure('lower end', -1e6, 1e6), figure('upper end', -1e6, 1e6)]).optional(),
  /** The level four weeks before, where it was tested then. */
  before: z.strictObject({ level: figure('level before', -1e6, 1e6), sd: figure('doubt of it', 0, 1e6) }).optional(),
});

const input = z.strictObject({
  signs: z.array(z.enum(SIGN_IDS)).min(1).max(SIGN_IDS.length),
  at: moment('when it was seen'),
  /** What the signs hang on, as it was then; what was not tested is left out. */
  levels: z.array(level).max(20),
});
type Level = z.output<typeof level>;

export const whenSeen = defineCalculator({
  name: 'when-seen',
  asks: 'What was the water like when this was seen?',
  input,
  example: {
    signs: ['paling'],
    at: 1_790_000_000_000,
    levels: [
      { parameter: 'nitrate', level: 0.2, sd: 0.4, band: [2, 10], before: { level: 6.5, sd: 0.4 } },
      { parameter: 'phosphate', level: 0.002, sd: 0.005, band: [0.03, 0.1] },
      { parameter: 'alkalinity', level: 3.2, sd: 0.05, band: [2.78, 3.14] },
    ],
  },
  run: ({ signs, levels }) => {
    for (const { parameter, level: then, before } of levels)
      checkRange(parameter, [{ value: then }, ...(before ? [{ value: before.level }] : [])]);
    const told = levels.map((each) => ({ ...each, place: placeOf(each), moved: movedBy(each) }));
    const off = told.filter(({ place }) => place === 'low' || place === 'high');
    const words = listed(signs.map(signWords));
    const were = signs.length > 1 ? 'were' : 'was';
    const starved =
      told.some(({ parameter, place }) => parameter === 'nitrate' && place === 'low') &&
      told.some(({ parameter, place }) => parameter === 'phosphate' && place === 'low');
    const missing = [...new Set(signs.flatMap((sign) => SIGNS[sign].looksAt))].filter(
      (parameter) => !levels.some((each) => each.parameter === parameter),
    );
    return {
      answer: {
        says:
          levels.length === 0
            ? [`Nothing that ${words} hangs on was tested about then.`]
            : off.length === 0
              ? [
                  `When ${words} ${were} seen, what it hangs on was on target:`,
                  ...listedPhrases(told.map(levelWords)),
                  '.',
                ]
              : [`When ${words} ${were} seen,`, ...listedPhrases(off.map(levelWords)), '.'],
        certainty: levels.length === 0 ? 'not enough yet' : 'estimated',
        because: [
          ...told.flatMap(({ parameter, moved }): Phrase[] =>
            moved === undefined
              ? []
              : [
                  `${capitalised(parameterOf(parameter).name)} had ${moved < 0 ? 'fallen' : 'risen'} by`,
                  quantity(differenceKindOf(parameter), Math.abs(moved)),
                  'in the four weeks before.',
                ],
          ),
          ...(missing.length > 0
            ? [`Not tested then: ${listed(missing.map((parameter) => parameterOf(parameter).name))}.`]
            : []),
        ],
      },
      working: workingOf(told, signs),
      cautions: cautionsOf(signs, starved, told),
      values: {
        off: off.map(({ parameter, place }) => ({ parameter, place })),
        starved,
        moved: told.flatMap(({ parameter, moved }) => (moved === undefined ? [] : [{ parameter, by: moved }])),
      },
    };
  },
});

function placeOf({ level: value, sd, band }: Level): Place | undefined {
  return band && placeInBand(value, band, halfWidth95(sd));
}

/** What moved in the weeks before by more than its doubt. */
function movedBy({ level: value, sd, before }: Level): number | undefined {
  if (!before) return undefined;
  const by = value - before.level;
  return isToldFromZero(by, Math.hypot(sd, before.sd)) ? by : undefined;
}

function levelWords({ parameter, level: value, sd, place }: Level & { readonly place: Place | undefined }): Phrase[] {
  const { name, kind, low } = parameterOf(parameter);
  const shown = estimate(kind, Math.max(low, value), value - halfWidth95(sd), value + halfWidth95(sd));
  return [`${name} was${place === 'low' || place === 'high' ? ` ${place} at` : ''}`, shown];
}

/** High alkalinity in starved water is a known bad pair. Common practice. */
function cautionsOf(
  signs: readonly Sign[],
  starved: boolean,
  told: readonly (Level & { readonly place: Place | undefined })[],
): Caution[] {
  const alkalinity = told.find(({ parameter }) => parameter === 'alkalinity')?.place;
  const hurt = signs.some((sign) => sign === 'paling' || sign === 'tissue-loss');
  if (starved && hurt && alkalinity === 'high')
    return [
      {
        severity: 'caution',
        says: [
          'High alkalinity in starved water bleaches corals: ease alkalinity down over weeks and feed more, one at a time.',
        ],
      },
    ];
  return starved && hurt
    ? [{ severity: 'caution', says: ['Starved water pales corals: feed more before anything else is changed.'] }]
    : [
        {
          severity: 'note',
          says: ['What stood together need not be cause and effect: other things are not in the log.'],
        },
      ];
}

function workingOf(told: readonly (Level & { readonly place: Place | undefined })[], signs: readonly Sign[]): Step[] {
  return [
    {
      label: 'Signs',
      value: quantity('ratio', signs.length),
      origin: 'log',
      from: `${listed(signs.map(signWords))}; what each hangs on is common practice`,
    },
    ...told.map(({ parameter, level: value, place }): Step => ({
      label: `${capitalised(parameterOf(parameter).name)} then`,
      value: quantity(parameterOf(parameter).kind, value),
      origin: 'log',
      from: `the trend of its tests at that moment${place ? `: ${place}` : ''}`,
    })),
  ];
}
