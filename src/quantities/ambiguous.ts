import { partsOf } from './compose';
import type { QuantityKind } from './kinds';
import type { Ambiguous } from './reasons';

interface Ambiguity {
  readonly spellings: readonly string[];
  readonly of: Ambiguous;
  /** What it means most often, offered and never taken; nothing where no figure of it can be trusted. */
  readonly likely?: string;
  /** What the figure is multiplied by to be told in that unit. */
  readonly times?: number;
  /** The keeper's own unit of volume under which it is not asked, and means what is likely. */
  readonly settledBy?: 'US gal';
}

/** What a country decides; a keeper whose own unit is the US gallon is not asked. */
const VOLUMES: readonly Ambiguity[] = [
  {
    spellings: ['gal', 'gals', 'gallon', 'gallons'],
    of: 'gallon',
    likely: 'US gal',
    settledBy: 'US gal',
  },
  {
    spellings: ['oz', 'floz', 'ounce', 'ounces', 'fluidounce', 'fluidounces'],
    of: 'fluid ounce',
    likely: 'US fl oz',
    settledBy: 'US gal',
  },
  {
    spellings: ['qt', 'qts', 'quart', 'quarts'],
    of: 'quart',
    likely: 'US qt',
    settledBy: 'US gal',
  },
  {
    spellings: ['pint', 'pints', 'pt', 'pts'],
    of: 'pint',
    likely: 'US pt',
    settledBy: 'US gal',
  },
  {
    spellings: ['cup', 'cups'],
    of: 'cup',
    likely: 'US cup',
    settledBy: 'US gal',
  },
];

/** Spellings that keepers use for two different units: asked about, since a silent guess is a silent slip. */
const AMBIGUOUS: Partial<Record<QuantityKind, readonly Ambiguity[]>> = {
  volume: VOLUMES,
  dose: VOLUMES,
  temperature: [{ spellings: ['°', 'deg', 'degree', 'degrees'], of: 'degrees of temperature', likely: '°C' }],
  alkalinity: [
    {
      spellings: ['mg/l', 'mgl'],
      of: 'milligrams of alkalinity',
      likely: 'ppm CaCO3',
    },
    {
      spellings: ['°', 'deg', 'degree', 'degrees', 'd'],
      of: 'degrees of hardness',
      likely: 'dKH',
    },
  ],
  salinity: [
    {
      spellings: ['ppm', 'mg/l', 'tds'],
      of: 'ppm of salinity',
    },
    {
      spellings: ['%', 'percent'],
      of: 'percent of salinity',
      likely: 'ppt',
      times: 10,
    },
  ],
  phosphate: [
    {
      spellings: ['ppb', 'ug/l', 'µg/l', 'ugl'],
      of: 'ppb of phosphorus or phosphate',
      likely: 'µg/L P',
    },
    {
      spellings: ['p', 'po4p', 'phosphorus'],
      of: 'phosphorus',
      likely: 'µg/L P',
    },
  ],
  nitrate: [{ spellings: ['n', 'no3n'], of: 'nitrogen', likely: 'mg/L NO3-N' }],
  mass: [
    {
      spellings: ['cup', 'cups', 'tsp', 'tbsp', 'spoon', 'teaspoon', 'tablespoon'],
      of: 'spoon of salt',
      likely: 'g',
    },
  ],
};

/**
 * What is ambiguous about a spelling, or nothing. Of a product ("gal/day") it is a part that is.
 * @param spelling lower case, without spaces
 */
export function ambiguity(kind: QuantityKind, spelling: string): Ambiguity | undefined {
  const whole = AMBIGUOUS[kind]?.find(({ spellings }) => spellings.includes(spelling));
  if (whole || !OF_WATER.has(kind)) return whole;
  const [volume = '', ...per] = partsOf(spelling);
  const part = VOLUMES.find(({ spellings }) => spellings.includes(volume));
  return part?.likely === undefined ? undefined : { ...part, likely: [part.likely, ...per].join('/') };
}

/** Kinds that are a volume over a time. */
const OF_WATER: ReadonlySet<QuantityKind> = new Set(['doseRate', 'waterRate', 'flow', 'pumpRate']);

/** Every spelling of a kind that is asked about, so that a line can tell it from a word. */
export function ambiguousSpellings(kind: QuantityKind): readonly string[] {
  return AMBIGUOUS[kind]?.flatMap(({ spellings }) => spellings) ?? [];
}
