import { SEA_SALT_G_PER_KG_PER_PPT } from '../seawater/composition';

/**
 * What the tank model always keeps account of. Each leaves or enters only with water, doses and life; DIC also passes
 * between water and air. Concentrations: salinity in ppt, alkalinity and DIC (dissolved inorganic carbon) in mmol/L, the
 * rest in mg/L. Ammonia is all of it, ammonium included, told as NH3. Amounts: concentration × litres.
 */
export const SPECIES = [
  'salinity',
  'alkalinity',
  'dic',
  'calcium',
  'magnesium',
  'nitrate',
  'phosphate',
  'ammonia',
  'nitrite',
] as const;
export type Species = (typeof SPECIES)[number];

interface Further {
  /** Further conservative species by name, such as potassium, mg/L. One not named is not there. */
  readonly further?: Readonly<Record<string, number>> | undefined;
}

/** The concentrations of one water, each told. */
export type WholeWater = Readonly<Record<Species, number>> & Further;

/** Gone from a tank that runs, so a water need not tell of them: none when left out. */
type Fleeting = 'ammonia' | 'nitrite';

/** The concentrations of one water, as it is told. */
export type Water = Readonly<Record<Exclude<Species, Fleeting>, number>> &
  Readonly<Partial<Record<Fleeting, number>>> &
  Further;

/** Amounts of some species: concentration × litres. */
export type Amounts = Readonly<Partial<Record<Species, number>>> & {
  readonly further?: Readonly<Record<string, number>> | undefined;
};

/** So many times some amounts. */
export function timesAmounts(amounts: Amounts, factor: number): Amounts {
  const all: { -readonly [Name in keyof Amounts]: Amounts[Name] } = {};
  for (const species of SPECIES) {
    const amount = amounts[species];
    if (amount !== undefined) all[species] = amount * factor;
  }
  if (amounts.further) {
    const further: Record<string, number> = {};
    for (const name in amounts.further) further[name] = (amounts.further[name] ?? 0) * factor;
    all.further = further;
  }
  return all;
}

/** A species of the model by name: one of its own, or a further one. */
export type SpeciesName = Species | (string & {});

function isSpecies(name: SpeciesName): name is Species {
  return (SPECIES as readonly string[]).includes(name);
}

/** The concentration of one species in a water; 0 where it is not there. */
export function levelIn(water: Water, name: SpeciesName): number {
  return (isSpecies(name) ? water[name] : water.further?.[name]) ?? 0;
}

/** An amount of one species and of nothing else. */
export function amountOf(name: SpeciesName, amount: number): Amounts {
  return isSpecies(name) ? { [name]: amount } : { further: { [name]: amount } };
}

/** A water that holds one species and nothing else. */
export function waterOfOne(name: SpeciesName, level: number): Water {
  return { ...FRESH_WATER, ...amountOf(name, level) };
}

export const FRESH_WATER: Water = eachSpecies(() => 0);

/** A figure for each of the species that are always kept account of. */
export function eachSpecies(value: (species: Species) => number): Record<Species, number> {
  return Object.fromEntries(SPECIES.map((species) => [species, value(species)])) as Record<Species, number>;
}

/** Kilograms in a litre of reef water; salinity and temperature move it by under 1 %. EOS-80 at 35, 25 °C. */
const KG_PER_L = 1.02334;

/**
 * The salinity that dissolved solids bring, as an amount (ppt × litres).
 * @param grams dissolved solids without water of hydration
 * Source: reference salinity over practical salinity, 35.16504/35 (Millero et al. 2008).
 */
export function salinityAmountFromSolids(grams: number): number {
  return grams / KG_PER_L / SEA_SALT_G_PER_KG_PER_PPT;
}
