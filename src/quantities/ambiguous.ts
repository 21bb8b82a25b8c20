import { partsOf } from './compose';
import type { QuantityKind } from './kinds';

interface Ambiguity {
  readonly spellings: readonly string[];
  readonly says: string;
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
    says: 'A US gallon is 3.785 L, an imperial one 4.546 L: say US gal or imp gal.',
    likely: 'US gal',
    settledBy: 'US gal',
  },
  {
    spellings: ['oz', 'floz', 'ounce', 'ounces', 'fluidounce', 'fluidounces'],
    says: 'A fluid ounce is 29.6 mL in the US and 28.4 mL elsewhere: say US fl oz or imp fl oz.',
    likely: 'US fl oz',
    settledBy: 'US gal',
  },
  {
    spellings: ['qt', 'qts', 'quart', 'quarts'],
    says: 'Quarts differ by a fifth between the US and elsewhere: say US qt, or litres.',
    likely: 'US qt',
    settledBy: 'US gal',
  },
  {
    spellings: ['pint', 'pints', 'pt', 'pts'],
    says: 'Pints differ by a fifth between the US and elsewhere: say US pt, or litres.',
    likely: 'US pt',
    settledBy: 'US gal',
  },
  {
    spellings: ['cup', 'cups'],
    says: 'A cup is 237 mL in the US and 250 mL elsewhere: say US cup, or millilitres.',
    likely: 'US cup',
    settledBy: 'US gal',
  },
];

/** Spellings that keepers use for two different units: asked about, since a silent guess is a silent slip. */
const AMBIGUOUS: Partial<Record<QuantityKind, readonly Ambiguity[]>> = {
  volume: VOLUMES,
  dose: VOLUMES,
  temperature: [
    { spellings: ['°', 'deg', 'degree', 'degrees'], says: 'Degrees of which scale? Say °C or °F.', likely: '°C' },
  ],
  alkalinity: [
    {
      spellings: ['mg/l', 'mgl'],
      says: 'Milligrams of what? Alkalinity by mass is written as ppm CaCO3.',
      likely: 'ppm CaCO3',
    },
    {
      spellings: ['°', 'deg', 'degree', 'degrees', 'd'],
      says: 'Degrees of which hardness? Carbonate hardness is written as dKH.',
      likely: 'dKH',
    },
  ],
  salinity: [
    {
      spellings: ['ppm', 'mg/l', 'tds'],
      says: 'A meter’s ppm is a guess from conductivity, and differs from maker to maker. Read its mS/cm or ppt.',
    },
    {
      spellings: ['%', 'percent'],
      says: 'Salinity is per thousand here: 3.5 % is 35 ppt.',
      likely: 'ppt',
      times: 10,
    },
  ],
  phosphate: [
    {
      spellings: ['ppb', 'ug/l', 'µg/l', 'ugl'],
      says: 'Phosphorus or phosphate? Colorimeters mostly show ppb of phosphorus, and phosphate is three times that: say ppb P or ppb PO4.',
      likely: 'µg/L P',
    },
    {
      spellings: ['p', 'po4p', 'phosphorus'],
      says: 'Phosphorus in mg/L or in µg/L? Colorimeters show µg/L P, which is ppb P.',
      likely: 'µg/L P',
    },
  ],
  nitrate: [{ spellings: ['n', 'no3n'], says: 'Nitrate as nitrogen? Say mg/L NO3-N.', likely: 'mg/L NO3-N' }],
  mass: [
    {
      spellings: ['cup', 'cups', 'tsp', 'tbsp', 'spoon', 'teaspoon', 'tablespoon'],
      says: 'A spoon of salt weighs as its grains lie: weigh it.',
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
  const [of = '', ...per] = partsOf(spelling);
  const part = VOLUMES.find(({ spellings }) => spellings.includes(of));
  return part?.likely === undefined ? undefined : { ...part, likely: [part.likely, ...per].join('/') };
}

/** Kinds that are a volume over a time. */
const OF_WATER: ReadonlySet<QuantityKind> = new Set(['doseRate', 'waterRate', 'flow', 'pumpRate']);

/** Every spelling of a kind that is asked about, so that a line can tell it from a word. */
export function ambiguousSpellings(kind: QuantityKind): readonly string[] {
  return AMBIGUOUS[kind]?.flatMap(({ spellings }) => spellings) ?? [];
}
