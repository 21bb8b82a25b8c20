import type { QuantityKind } from './kinds';

interface Ambiguity {
  readonly spellings: readonly string[];
  readonly says: string;
  /** What it means most often, offered and never taken; nothing where no figure of it can be trusted. */
  readonly likely?: string;
  /** What the figure is multiplied by to be told in that unit. */
  readonly times?: number;
}

/** Spellings that keepers use for two different units: asked about, since a silent guess is a silent slip. */
const AMBIGUOUS: Partial<Record<QuantityKind, readonly Ambiguity[]>> = {
  volume: [
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
      says: 'Milligrams of what? Alkalinity by mass is told as ppm CaCO3.',
      likely: 'ppm CaCO3',
    },
    {
      spellings: ['°', 'deg', 'degree', 'degrees', 'd'],
      says: 'Degrees of which hardness? Carbonate hardness is told as dKH.',
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
      says: 'Salinity is told per thousand here: 3.5 % is 35 ppt.',
      likely: 'ppt',
      times: 10,
    },
  ],
  phosphate: [
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
 * What is ambiguous about a spelling, or nothing.
 * @param spelling lower case, without spaces
 */
export function ambiguity(kind: QuantityKind, spelling: string): Ambiguity | undefined {
  return AMBIGUOUS[kind]?.find(({ spellings }) => spellings.includes(spelling));
}
