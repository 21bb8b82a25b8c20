import {
  GRAVITY_20_4,
  GRAVITY_25_25,
  GRAVITY_60_60F,
  salinityFromSpecificGravity,
  specificGravity,
  type GravityReference,
} from '../seawater/specific-gravity';
import { MOLAR_MASS } from '../reagents/molar-mass';

/** One way of writing a quantity. Numbers are converted to and from the kind's canonical unit. */
export interface Unit {
  readonly symbol: string;
  /** Other spellings, lower case, without spaces. */
  readonly aliases: readonly string[];
  readonly toCanonical: (value: number) => number;
  readonly fromCanonical: (value: number) => number;
  /** Decimals worth showing, when fixed; otherwise significant digits are used. */
  readonly decimals?: number;
}

function scaled(symbol: string, factor: number, aliases: readonly string[] = [], decimals?: number): Unit {
  const unit = { symbol, aliases, toCanonical: (v: number) => v * factor, fromCanonical: (v: number) => v / factor };
  return decimals === undefined ? unit : { ...unit, decimals };
}

/** Kits print mg/L and ppm for the same figure; a litre of reef water is taken as they take it. */
function mgPerL(decimals: number): Unit {
  return scaled('mg/L', 1, ['mg/l', 'mgl', 'ppm'], decimals);
}
const UG_PER_L = scaled('µg/L', 1e-3, ['ug/l', 'ppb', 'ugl']);

/** 1 US gallon, exact by definition (231 cubic inches). */
export const L_PER_US_GALLON = 3.785411784;
/** 1 imperial gallon, exact by definition. */
export const L_PER_IMPERIAL_GALLON = 4.54609;
/** 1 pound, exact by definition. */
export const G_PER_POUND = 453.59237;
/** 1 dKH is 10 mg/L of CaO, and CaO carries two equivalents a mole. */
export const MMOL_PER_L_PER_DKH = (2 * 10) / MOLAR_MASS.CaO;
/** 1 meq/L as mg/L of CaCO3. */
export const MG_CACO3_PER_MEQ = MOLAR_MASS.CaCO3 / 2;
/** Phosphate for one of phosphorus, by mass. */
export const PO4_PER_P = MOLAR_MASS.PO4 / MOLAR_MASS.P;
/** Nitrate for one of nitrate-nitrogen, by mass. */
export const NO3_PER_N = MOLAR_MASS.NO3 / MOLAR_MASS.N;

/** A specific gravity is half a figure without its two temperatures; plain "sg" is the common 25/25 °C. */
function gravity(symbol: string, reference: GravityReference, aliases: readonly string[]): Unit {
  return {
    symbol,
    aliases,
    toCanonical: (v) => salinityFromSpecificGravity(v, reference),
    fromCanonical: (v) => specificGravity(v, reference),
    decimals: 4,
  };
}

const ALKALINITY = [
  scaled('dKH', MMOL_PER_L_PER_DKH, ['dkh', 'kh', 'dh', '°dkh'], 2),
  scaled('meq/L', 1, ['meq/l', 'meq', 'meql', 'mmol/l', 'mmol'], 3),
  scaled('ppm CaCO3', 1 / MG_CACO3_PER_MEQ, ['ppmcaco3', 'mg/lcaco3', 'ppm'], 0),
];

function perDay(units: readonly Unit[]): Unit[] {
  return units.map((unit) => ({
    ...unit,
    symbol: `${unit.symbol}/day`,
    aliases: unit.aliases.map((alias) => `${alias}/day`),
    // A day's share of a level is small: one decimal more.
    decimals: (unit.decimals ?? 2) + 1,
  }));
}

/**
 * Every kind of quantity the product handles. The first unit listed is the one assumed when none is typed,
 * unless the keeper's preference names another.
 */
export const KINDS = {
  /** Canonical: litre. */
  volume: [
    scaled('L', 1, ['l', 'litre', 'litres', 'liter', 'liters', 'ltr']),
    scaled('mL', 1e-3, ['ml', 'cc']),
    scaled('US gal', L_PER_US_GALLON, ['gal', 'usgal', 'gallon', 'gallons']),
    scaled('imp gal', L_PER_IMPERIAL_GALLON, ['impgal', 'ukgal']),
  ],
  /** Canonical: millilitre. */
  dose: [scaled('mL', 1, ['ml', 'cc']), scaled('L', 1e3, ['l', 'litre', 'litres', 'liter', 'liters'])],
  /** Canonical: millilitre a day. */
  doseRate: [
    scaled('mL/day', 1, ['ml/day', 'ml/d', 'mlperday', 'mladay', 'ml']),
    scaled('L/day', 1e3, ['l/day', 'l/d', 'litres/day', 'l']),
  ],
  /** Canonical: litre a day. */
  waterRate: [
    scaled('L/day', 1, ['l/day', 'l/d', 'l']),
    scaled('US gal/day', L_PER_US_GALLON, ['gal/day', 'usgal/day', 'gal']),
  ],
  /** Canonical: millilitre a minute. */
  flow: [
    scaled('mL/min', 1, ['ml/min', 'mlpm', 'ml']),
    scaled('L/day', 1000 / 1440, ['l/day', 'l/d']),
    scaled('L/h', 1000 / 60, ['l/h']),
  ],
  /** Canonical: gram. */
  mass: [
    scaled('g', 1, ['g', 'gram', 'grams']),
    scaled('kg', 1e3, ['kg', 'kilo', 'kilos']),
    scaled('lb', G_PER_POUND, ['lb', 'lbs', 'pound', 'pounds']),
    scaled('oz', G_PER_POUND / 16, ['oz', 'ounce', 'ounces']),
    scaled('mg', 1e-3, ['mg']),
  ],
  /** Canonical: °C, ITS-90. */
  temperature: [
    { symbol: '°C', aliases: ['c', 'degc', 'celsius'], toCanonical: (v) => v, fromCanonical: (v) => v, decimals: 1 },
    {
      symbol: '°F',
      aliases: ['f', 'degf', 'fahrenheit'],
      toCanonical: (v) => ((v - 32) * 5) / 9,
      fromCanonical: (v) => (v * 9) / 5 + 32,
      decimals: 1,
    },
  ],
  /** Canonical: mmol/L (the same number as meq/L). */
  alkalinity: ALKALINITY,
  /** Canonical: mmol/L a day. */
  alkalinityRate: perDay(ALKALINITY),
  /** Canonical: practical salinity, shown as ppt. */
  salinity: [
    {
      symbol: 'ppt',
      aliases: ['ppt', 'psu', '‰', 'g/kg'],
      toCanonical: (v) => v,
      fromCanonical: (v) => v,
      decimals: 1,
    },
    gravity('sg', GRAVITY_25_25, ['sg', 'sg25/25', 'sg25/25c', 'sg77/77', 'sg77/77f', 'gravity', 'specificgravity']),
    gravity('sg 60/60°F', GRAVITY_60_60F, ['sg60/60', 'sg60/60f', 'sg15.6/15.6']),
    gravity('sg 20/4°C', GRAVITY_20_4, ['sg20/4', 'sg20/4c']),
  ],
  /** Canonical: mg/L. */
  calcium: [mgPerL(0), scaled('mmol/L', MOLAR_MASS.Ca, ['mmol/l', 'mmol'])],
  magnesium: [mgPerL(0), scaled('mmol/L', MOLAR_MASS.Mg, ['mmol/l', 'mmol'])],
  nitrate: [mgPerL(1), UG_PER_L, scaled('mg/L NO3-N', NO3_PER_N, ['no3-n', 'mg/lno3-n', 'ppmno3-n'])],
  phosphate: [mgPerL(3), UG_PER_L, scaled('µg/L P', PO4_PER_P * 1e-3, ['ppbp', 'ug/lp', 'µg/lp'])],
  ammonia: [mgPerL(2), UG_PER_L],
  nitrite: [mgPerL(2), UG_PER_L],
  /** Canonical: mg/L a day. */
  ionRate: [scaled('mg/L/day', 1, ['mg/l/day', 'ppm/day'], 2)],
  /** Canonical: NBS scale. */
  ph: [{ symbol: '', aliases: ['ph', 'nbs'], toCanonical: (v) => v, fromCanonical: (v) => v, decimals: 2 }],
  /** Canonical: gram of solid a litre of solution. */
  strength: [scaled('g/L', 1, ['g/l', 'gl', 'gramsperlitre'])],
  /** Canonical: equivalent a litre. */
  equivalents: [scaled('eq/L', 1, ['eq/l']), scaled('meq/mL', 1, ['meq/ml'])],
  /** Canonical: milliequivalent. */
  charge: [scaled('meq', 1, ['meq', 'mmol'])],
  /** Canonical: square metre. */
  area: [scaled('m²', 1, ['m2', 'sqm']), scaled('ft²', 0.09290304, ['ft2', 'sqft'])],
  /** Canonical: day. */
  days: [
    scaled('days', 1, ['d', 'day']),
    scaled('hours', 1 / 24, ['h', 'hour', 'hr', 'hrs']),
    scaled('weeks', 7, ['week', 'w']),
  ],
  /** Canonical: percent. */
  percent: [scaled('%', 1, ['%', 'percent', 'pc'])],
} as const satisfies Record<string, readonly Unit[]>;

export type QuantityKind = keyof typeof KINDS;

/** The units of a kind, as the plain interface (the table's own type is too narrow to loop over). */
export function unitsOf(kind: QuantityKind): readonly Unit[] {
  return KINDS[kind];
}
