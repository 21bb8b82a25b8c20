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

/** A gallon is one of two by the country; a keeper whose own unit is the US gallon is not asked. */
const GALLON = (per: '' | '/day' | '/h'): Ambiguity => ({
  spellings: [...['gal', 'gals', 'gallon', 'gallons'].map((gallon) => gallon + per), ...PER_GALLON[per]],
  says: `A US gallon is 3.785 L, an imperial one 4.546 L: say US gal${per} or imp gal${per}.`,
  likely: `US gal${per}`,
  settledBy: 'US gal',
});
const PER_GALLON = { '': [], '/day': ['gpd', 'gal', 'gallons'], '/h': ['gph', 'gal'] } as const;

/** Spellings that keepers use for two different units: asked about, since a silent guess is a silent slip. */
const AMBIGUOUS: Partial<Record<QuantityKind, readonly Ambiguity[]>> = {
  volume: [
    GALLON(''),
    {
      spellings: ['oz', 'floz', 'ounce', 'ounces', 'fluidounce', 'fluidounces'],
      says: 'A fluid ounce is 29.6 mL in the US and 28.4 mL elsewhere: say US fl oz or imp fl oz.',
      likely: 'US fl oz',
    },
    {
      spellings: ['qt', 'quart', 'quarts', 'pint', 'pints', 'pt'],
      says: 'Quarts and pints differ by a fifth between the US and elsewhere: say US qt, or litres.',
      likely: 'US qt',
    },
  ],
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
  waterRate: [GALLON('/day')],
  pumpRate: [GALLON('/h')],
  flow: [GALLON('/h')],
  mass: [
    {
      spellings: ['cup', 'cups', 'tsp', 'tbsp', 'spoon', 'teaspoon', 'tablespoon'],
      says: 'A spoon of salt weighs as its grains lie: weigh it.',
      likely: 'g',
    },
  ],
};

/**
 * What is ambiguous about a spelling, or nothing.
 * @param spelling lower case, without spaces
 */
export function ambiguity(kind: QuantityKind, spelling: string): Ambiguity | undefined {
  return AMBIGUOUS[kind]?.find(({ spellings }) => spellings.includes(spelling));
}

/** Every spelling of a kind that is asked about, so that a line can tell it from a word. */
export function ambiguousSpellings(kind: QuantityKind): readonly string[] {
  return AMBIGUOUS[kind]?.flatMap(({ spellings }) => spellings) ?? [];
}
