import {
  GRAVITY_20_4,
  GRAVITY_25_25,
  GRAVITY_60_60F,
  salinityFromSpecificGravity,
  specificGravity,
  type GravityReference,
} from '@/chemistry/seawater/specific-gravity';
import { MOLAR_MASS } from '@/chemistry/molar-mass';
import { BASES, type BaseUnit } from './base-units';
import { MG_CACO3_PER_MEQ, MMOL_PER_L_PER_DKH, NO3_PER_N, PO4_PER_P } from '@/chemistry/conversion';
import { G_PER_POUND, KPA_PER_PSI, KWH_PER_BTU, L_PER_IMPERIAL_GALLON, L_PER_US_GALLON } from './conversion';
import {
  conductivityFromSalinity,
  METER_REFERENCE_C,
  salinityFromConductivity,
} from '@/chemistry/seawater/conductivity';
import { seawaterDensityKgPerM3 } from '@/chemistry/seawater/density';

/** One way of writing a quantity. Numbers are converted to and from the kind's canonical unit. */
export interface Unit {
  readonly symbol: string;
  /** Other spellings, lower case, without spaces. */
  readonly aliases: readonly string[];
  readonly toCanonical: (value: number) => number;
  readonly fromCanonical: (value: number) => number;
  /** Decimals worth showing, when fixed; otherwise significant digits are used. */
  readonly decimals?: number;
  /** Zeros after the point are trimmed all at once or not at all. */
  readonly cents?: true;
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
/** Laboratories report by mass. A kilogram is told by the litre of reef water, at 35 ppt and 25 °C (EOS-80). */
const MG_PER_KG = scaled('mg/kg', seawaterDensityKgPerM3(35, 25) / 1000, ['mg/kg', 'mgkg']);

/** Conductivity is half a figure without its temperature; plain "mS/cm" is a meter's own, referred to 25 °C. */
function conductivity(symbol: string, temperatureC: number, factor: number, aliases: readonly string[]): Unit {
  return {
    symbol,
    aliases,
    toCanonical: (v) => salinityFromConductivity(v * factor, temperatureC),
    fromCanonical: (v) => conductivityFromSalinity(v, temperatureC) / factor,
    decimals: factor === 1 ? 2 : 0,
  };
}

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
  // Laboratories tell total alkalinity so; a kilogram is that of reef water at 35 ppt and 25 °C.
  scaled('µmol/kg', seawaterDensityKgPerM3(35, 25) / 1e6, ['umol/kg', 'µeq/kg', 'ueq/kg'], 0),
  scaled('µmol/L', 1e-3, ['umol/l', 'µeq/l', 'ueq/l'], 0),
];

/** Base units as a kind counts them. @param canonical what the kind's canonical unit is, in the base's first */
function ofBase(units: readonly BaseUnit[], canonical: number): Unit[] {
  return units.map(({ symbol, spellings, factor }) =>
    scaled(symbol, factor / canonical, [symbol.toLowerCase().replaceAll(' ', ''), ...spellings]),
  );
}

/** The same with one unit first, in which a bare figure is read. */
function first(symbol: string, units: readonly BaseUnit[]): BaseUnit[] {
  return units.toSorted((a, b) => Number(b.symbol === symbol) - Number(a.symbol === symbol));
}

function perDay(units: readonly Unit[]): Unit[] {
  return units.map((unit) => ({
    ...unit,
    symbol: `${unit.symbol}/day`,
    // Where a rate is meant, "0.5 dkh" is half a degree a day.
    aliases: unit.aliases.flatMap((alias) => [`${alias}/day`, `${alias}/d`, alias]),
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
  volume: ofBase(BASES.volume, 1),
  /** Canonical: millilitre. */
  dose: ofBase(first('mL', BASES.volume), 1e-3),
  /** Canonical: millilitre a day. What else a dose a day is told in is composed. */
  doseRate: [scaled('mL/day', 1, ['ml', '/day', '/d']), scaled('L/day', 1e3, ['l'])],
  /** Canonical: litre a day. */
  waterRate: [
    scaled('L/day', 1, ['l']),
    scaled('mL/day', 1e-3, ['ml']),
    scaled('US gal/day', L_PER_US_GALLON, ['usgal', 'usgpd']),
    scaled('imp gal/day', L_PER_IMPERIAL_GALLON, ['impgal']),
  ],
  /** Canonical: millilitre a minute. */
  flow: [
    scaled('mL/min', 1, ['mlpm', 'ml']),
    scaled('L/h', 1000 / 60, ['lph']),
    scaled('US gal/h', (L_PER_US_GALLON * 1000) / 60, ['usgph']),
  ],
  /** Canonical: litre an hour, as a pump's box tells it. */
  pumpRate: [
    scaled('L/h', 1, ['lph', 'l']),
    scaled('mL/min', 0.06, ['mlpm']),
    scaled('mL/h', 1e-3, ['mlph']),
    scaled('US gal/h', L_PER_US_GALLON, ['usgph']),
    scaled('imp gal/h', L_PER_IMPERIAL_GALLON, ['impgph']),
  ],
  /** Canonical: metre a second. */
  airSpeed: [scaled('m/s', 1, ['m/s', 'ms'], 1), scaled('ft/min', 0.00508, ['ft/min', 'fpm'])],
  /** Canonical: gram. */
  mass: ofBase(BASES.mass, 1),
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
    conductivity('mS/cm', METER_REFERENCE_C, 1, ['ms/cm', 'ms', 'mscm']),
    conductivity('µS/cm', METER_REFERENCE_C, 1e-3, ['µs/cm', 'us/cm', 'µs', 'us']),
  ],
  /** Canonical: mg/L. */
  calcium: [mgPerL(0), MG_PER_KG, UG_PER_L, scaled('mmol/L', MOLAR_MASS.Ca, ['mmol/l', 'mmol'])],
  magnesium: [mgPerL(0), MG_PER_KG, UG_PER_L, scaled('mmol/L', MOLAR_MASS.Mg, ['mmol/l', 'mmol'])],
  nitrate: [
    mgPerL(1),
    UG_PER_L,
    MG_PER_KG,
    scaled('mg/L NO3-N', NO3_PER_N, ['no3-n', 'mg/lno3-n', 'ppmno3-n', 'mg/ln', 'ppmn']),
    scaled('µmol/L', MOLAR_MASS.NO3 / 1000, ['umol/l', 'µmol', 'umol']),
  ],
  phosphate: [
    mgPerL(3),
    // Plain ppb are asked about: colorimeters show phosphorus in them.
    scaled('µg/L PO4', 1e-3, ['ppbpo4', 'ug/lpo4', 'µg/lpo4']),
    MG_PER_KG,
    scaled('µg/L P', PO4_PER_P * 1e-3, ['ppbp', 'ug/lp', 'µg/lp', 'ppbpo4-p']),
    scaled('mg/L P', PO4_PER_P, ['ppmp', 'mg/lp', 'mg/lpo4-p', 'ppmpo4-p', 'po4-p']),
    scaled('µmol/L', MOLAR_MASS.PO4 / 1000, ['umol/l', 'µmol', 'umol']),
  ],
  /** Canonical: mg/L of all ammonia, ammonium included, told as NH3. Kits tell it three ways; which one is asked once a kit. */
  ammonia: [
    mgPerL(2),
    UG_PER_L,
    scaled('mg/L NH4', MOLAR_MASS.NH3 / MOLAR_MASS.NH4, ['nh4', 'mg/lnh4', 'ppmnh4'], 2),
    scaled('mg/L NH3-N', MOLAR_MASS.NH3 / MOLAR_MASS.N, ['nh3-n', 'n', 'mg/ln', 'ppmn', 'mg/lnh3-n', 'ppmnh3-n'], 2),
  ],
  nitrite: [
    mgPerL(2),
    UG_PER_L,
    scaled('mg/L NO2-N', MOLAR_MASS.NO2 / MOLAR_MASS.N, ['no2-n', 'n', 'mg/ln', 'ppmn', 'mg/lno2-n', 'ppmno2-n'], 2),
  ],
  /** Canonical: mg/L of un-ionised ammonia as nitrogen, the way its limits are told. */
  freeAmmonia: [scaled('mg/L NH3-N', 1, ['nh3-n', 'mg/l', 'mg/lnh3-n'], 3)],
  /** Canonical: mg/L of ammonia, as NH3, a day. */
  ammoniaRate: [scaled('mg/L/day', 1, ['mg/l/day', 'ppm/day', 'mg/l', 'ppm'], 2)],
  /** Canonical: mg/L. Any other ion; its molar mass is not known here. */
  ion: [mgPerL(1), MG_PER_KG, UG_PER_L],
  /** Canonical: µg/L. What laboratories tell in millionths of a gram. */
  trace: [
    scaled('µg/L', 1, ['ug/l', 'ppb', 'ugl'], 2),
    scaled('mg/L', 1000, ['mg/l', 'mgl', 'ppm']),
    scaled('µg/kg', seawaterDensityKgPerM3(35, 25) / 1000, ['ug/kg']),
  ],
  /** Canonical: mV, as a probe shows it against its own reference. */
  redox: [scaled('mV', 1, ['mv'], 0)],
  /** Canonical: mmol/L. Dissolved inorganic carbon. */
  carbon: [scaled('mmol/L', 1, ['mmol/l', 'mmol'], 3)],
  /** Canonical: µatm, which is ppm of dry air at sea level. */
  co2: [
    scaled('ppm', 1, ['ppm', 'ppmv'], 0),
    scaled('µatm', 1, ['µatm', 'uatm', 'microatm'], 0),
    scaled('% of air', 10_000, ['%', 'percent']),
  ],
  /** Canonical: kPa. */
  pressure: [
    scaled('kPa', 1, ['kpa']),
    scaled('bar', 100, ['bar']),
    scaled('mbar', 0.1, ['mbar', 'hpa']),
    scaled('psi', KPA_PER_PSI, ['psi']),
  ],
  /** Canonical: mS/cm, at the temperature stated beside it. */
  conductivity: [scaled('mS/cm', 1, ['ms/cm', 'ms', 'mscm'], 2), scaled('µS/cm', 1e-3, ['µs/cm', 'us/cm', 'µs', 'us'])],
  /** Canonical: kg/m³. */
  density: [scaled('kg/m³', 1, ['kg/m3'], 2), scaled('kg/L', 1000, ['kg/l', 'g/ml', 'g/cm3'])],
  /** Canonical: a ratio with no unit, such as a saturation state. */
  ratio: [scaled('', 1, [], 2)],
  /** Canonical: a specific gravity as it stands on a float, whose two temperatures are told beside it. */
  gravity: [scaled('', 1, ['sg'], 4)],
  /** Canonical: times a day. */
  timesPerDay: [scaled('times a day', 1, ['/day', 'times/day', 'x/day'])],
  /** Canonical: mg/L a day. */
  ionRate: [scaled('mg/L/day', 1, ['mg/l/day', 'ppm/day', 'mg/l/d', 'ppm/d', 'mg/l', 'ppm'], 2)],
  /** Canonical: mg/L a day, of what is told in hundredths. */
  phosphateRate: [scaled('mg/L/day', 1, ['mg/l/day', 'ppm/day', 'mg/l', 'ppm'], 4)],
  /** Canonical: µg/L a day. */
  traceRate: [scaled('µg/L/day', 1, ['ug/l/day', 'ppb/day', 'ug/l', 'ppb'], 2)],
  /** Canonical: mV a day. */
  redoxRate: [scaled('mV/day', 1, ['mv/day', 'mv'], 1)],
  /** Canonical: a difference of two temperatures, K; and a day. */
  temperatureDifference: [scaled('°C', 1, ['c', 'k'], 2), scaled('°F', 5 / 9, ['f'], 2)],
  temperatureRate: [scaled('°C/day', 1, ['c/day', 'k/day'], 2), scaled('°F/day', 5 / 9, ['f/day'], 2)],
  /** Canonical: a difference of two salinities, ppt, whichever instrument read them; and a day. */
  salinityDifference: [scaled('ppt', 1, ['ppt', 'psu', '‰'], 2)],
  salinityRate: [scaled('ppt/day', 1, ['ppt/day', 'psu/day'], 3)],
  /** Canonical: a difference of two pH; and a day. */
  phDifference: [scaled('', 1, ['ph'], 2)],
  phRate: [scaled('a day', 1, ['/day'], 3)],
  /** Canonical: NBS scale. */
  ph: [{ symbol: '', aliases: ['ph', 'nbs'], toCanonical: (v) => v, fromCanonical: (v) => v, decimals: 2 }],
  /** Canonical: gram of solid a litre of solution. */
  strength: [scaled('g/L', 1, ['g/l', 'gl', 'gramsperlitre'])],
  /** Canonical: equivalent a litre. */
  equivalents: [scaled('eq/L', 1, ['eq/l']), scaled('meq/mL', 1, ['meq/ml'])],
  /** Canonical: milliequivalent. */
  charge: [scaled('meq', 1, ['meq', 'mmol'])],
  /** Canonical: square metre. */
  area: [
    scaled('m²', 1, ['m2', 'sqm']),
    scaled('cm²', 1e-4, ['cm2', 'sqcm']),
    scaled('ft²', 0.09290304, ['ft2', 'sqft']),
    scaled('in²', 0.00064516, ['in2', 'sqin']),
  ],
  /** Canonical: day. */
  days: [
    scaled('days', 1, ['d', 'day']),
    scaled('hours', 1 / 24, ['h', 'hour', 'hr', 'hrs']),
    scaled('weeks', 7, ['week', 'w']),
    scaled('min', 1 / 1440, ['min', 'mins', 'minute', 'minutes']),
    scaled('s', 1 / 86_400, ['sec', 'secs', 'second', 'seconds']),
    scaled('months', 365.25 / 12, ['month', 'mo']),
    scaled('years', 365.25, ['year', 'yr', 'y']),
  ],
  /** Canonical: mg/L of total dissolved solids, as a meter shows it. Its "ppm" are the same figure. */
  tds: [scaled('mg/L', 1, ['mg/l', 'mgl', 'ppm'], 0)],
  /** Canonical: mg/L. */
  chlorine: [scaled('mg/L', 1, ['mg/l', 'mgl', 'ppm'], 2)],
  /** Canonical: a keeper's own money; what it is called stands beside the record's other units. */
  money: [{ ...scaled('', 1, ['€', '$', '£', 'kr'], 2), cents: true }],
  /** Canonical: box. */
  boxes: [scaled('boxes', 1, ['box'], 1)],
  /** Canonical: kWh. */
  energy: [scaled('kWh', 1, ['kwh']), scaled('Wh', 1e-3, ['wh']), scaled('BTU', KWH_PER_BTU, ['btu', 'btus'])],
  /** Canonical: W. */
  power: [
    scaled('W', 1, ['w', 'watt', 'watts']),
    scaled('kW', 1000, ['kw']),
    scaled('BTU/h', 1000 * KWH_PER_BTU, ['btu/h', 'btu/hr', 'btuh', 'btu', 'btus']),
  ],
  /** Canonical: percent. */
  percent: [scaled('%', 1, ['%', 'percent', 'pc'])],
  /** Canonical: centimetre. */
  length: ofBase(first('cm', BASES.length), 0.01),
  /** Canonical: kg on a square metre. */
  floorLoad: [
    scaled('kg/m²', 1, ['kg/m2'], 0),
    scaled('lb/ft²', G_PER_POUND / 1000 / 0.3048 ** 2, ['lb/ft2', 'psf'], 0),
  ],
  /** Canonical: fish. */
  fish: [scaled('fish', 1, ['fish', 'fishes'], 0)],
} as const satisfies Record<string, readonly Unit[]>;

export type QuantityKind = keyof typeof KINDS;

const AT_TEMPERATURE = /^([mµu])s(?:\/?cm)?(?:at|@)?(\d+(?:\.\d+)?)([cf])$/;
const AT_PAIR = /^sg(\d+(?:\.\d+)?)\/(\d+(?:\.\d+)?)([cf]?)$/;

/**
 * Units of salinity that carry temperatures of their own: "mS/cm at 22 °C", "sg 25/20 °C" (sample, then water; °C unless
 * °F is said).
 * @param plain the spelling in lower case, without spaces and degree signs
 */
export function salinityUnitWithTemperature(plain: string): Unit | undefined {
  const celsius = (figure: string | undefined, scale: string | undefined) =>
    scale === 'f' ? ((Number(figure) - 32) * 5) / 9 : Number(figure);
  const named = (scale: string | undefined) => (scale === 'f' ? '°F' : '°C');
  const meter = AT_TEMPERATURE.exec(plain);
  if (meter) {
    const [, size, figure, scale] = meter;
    const symbol = `${size === 'm' ? 'm' : 'µ'}S/cm at ${figure} ${named(scale)}`;
    return conductivity(symbol, celsius(figure, scale), size === 'm' ? 1 : 1e-3, []);
  }
  const pair = AT_PAIR.exec(plain);
  if (!pair) return undefined;
  const [, sample, water, scale] = pair;
  return gravity(
    `sg ${sample}/${water}${named(scale)}`,
    { sampleC: celsius(sample, scale), waterC: celsius(water, scale) },
    [],
  );
}

/** The units of a kind, as the plain interface (the table's own type is too narrow to loop over). */
export function unitsOf(kind: QuantityKind): readonly Unit[] {
  return KINDS[kind];
}
