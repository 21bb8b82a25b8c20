import type { Answer, Caution } from '../calculator/calculator';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { WORTH_COUNTING } from '../mixing/mix-batch';
import { HEAVY } from './change-cautions';

const HOUR_MS = 3_600_000;

interface Found {
  readonly litresToMix: number;
  readonly saltG: number;
  readonly boxes: number | undefined;
  readonly mixBy: number;
  readonly openBy: number | undefined;
  readonly lateHours: number;
  readonly now: number;
  readonly changeAt: number;
  readonly shortL: number;
  readonly vessels: number;
  readonly waterL: number;
}

export function answerFor({
  litresToMix,
  saltG,
  boxes,
  mixBy,
  openBy,
  lateHours,
  changeAt,
  shortL,
  vessels,
  waterL,
}: Found): Answer {
  const because = [
    'It takes',
    quantity('mass', saltG),
    ...(boxes === undefined || boxes < WORTH_COUNTING ? ['of salt'] : ['of salt (', quantity('boxes', boxes), ')']),
    'and',
    quantity('volume', waterL),
    'of RO/DI water.',
  ];
  if (shortL > 0)
    return {
      says: ['The vessels are', quantity('volume', shortL), 'short: find another, change less, or make it two days.'],
      certainty: 'worked out',
      because,
    };
  if (litresToMix === 0)
    return {
      says: ['Nothing is to be mixed: what is ready is enough for', { moment: changeAt }, '.'],
      certainty: 'worked out',
      because: ['Measure it again just before use.'],
    };
  if (lateHours > 0)
    return {
      says: [
        'It is too late for',
        { moment: changeAt },
        ': begun now, the water is ready by',
        { moment: changeAt + Math.ceil(lateHours * HOUR_MS) },
        '.',
      ],
      certainty: 'worked out',
      because,
    };
  return {
    says: [
      ...(openBy === undefined ? [] : ['Open the valve by', { moment: openBy }, 'and']),
      openBy === undefined ? 'Mix' : 'mix',
      quantity('volume', litresToMix),
      vessels > 1 ? `in ${vessels} vessels by` : 'by',
      { moment: mixBy },
      '.',
    ],
    certainty: openBy === undefined ? 'worked out' : 'rough',
    because,
  };
}

export function cautionsFor(
  tanks: readonly { readonly litres: number; readonly salinity: number }[],
  shortL: number,
  lateHours: number,
): Caution[] {
  const cautions: Caution[] = [];
  if (lateHours > 0)
    cautions.push({
      severity: 'caution',
      says: ['Water mixed the same morning has upset delicate animals: a day later is the safer day.'],
    });
  if (shortL > 0)
    cautions.push({
      severity: 'note',
      says: ['A strong batch let down with RO/DI water serves a tank of lower salinity too.'],
    });
  if (tanks.some(({ litres }) => litres >= 20)) cautions.push(HEAVY);
  const spread = tanks.map(({ salinity }) => salinity);
  const [low, high] = [Math.min(...spread), Math.max(...spread)];
  if (high - low > 0.5)
    cautions.push({
      severity: 'caution',
      says: [
        `The tanks differ in salinity, from ${showText(quantity('salinity', low), DEFAULT_UNITS)} to ${showText(quantity('salinity', high), DEFAULT_UNITS)}: mark the vessels.`,
      ],
    });
  return cautions;
}
