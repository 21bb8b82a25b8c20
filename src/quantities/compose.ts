import { BASES, type Base, type BaseUnit } from './base-units';
import type { QuantityKind, Unit } from './kinds';

/** What a kind is made of: one base over others, and how many of the bases' first units its canonical unit is. */
interface Dimension {
  readonly of: Base;
  readonly per: readonly Base[];
  readonly canonical: number;
}

const perDay = (of: Base, canonical: number): Dimension => ({ of, per: ['time'], canonical });
const inWater = (canonical: number): Dimension => ({ of: 'mass', per: ['volume'], canonical });
const inWaterPerDay = (canonical: number): Dimension => ({ of: 'mass', per: ['volume', 'time'], canonical });

/** The kinds whose units are products: any unit of the one base over any of the others is read. */
const DIMENSIONS: Partial<Record<QuantityKind, Dimension>> = {
  doseRate: perDay('volume', 1e-3),
  waterRate: perDay('volume', 1),
  flow: perDay('volume', 1.44),
  pumpRate: perDay('volume', 24),
  airSpeed: perDay('length', 86_400),
  strength: inWater(1),
  density: inWater(1),
  tds: inWater(1e-3),
  chlorine: inWater(1e-3),
  calcium: inWater(1e-3),
  magnesium: inWater(1e-3),
  nitrate: inWater(1e-3),
  phosphate: inWater(1e-3),
  ion: inWater(1e-3),
  trace: inWater(1e-6),
  ionRate: inWaterPerDay(1e-3),
  phosphateRate: inWaterPerDay(1e-3),
  ammoniaRate: inWaterPerDay(1e-3),
  traceRate: inWaterPerDay(1e-6),
};

/** Kinds that are something a day, of which the something alone is read by its own kind. */
export const RATE_OF: Partial<Record<QuantityKind, QuantityKind>> = {
  alkalinityRate: 'alkalinity',
  ionRate: 'ion',
  phosphateRate: 'ion',
  traceRate: 'trace',
  temperatureRate: 'temperatureDifference',
  salinityRate: 'salinityDifference',
  timesPerDay: 'ratio',
};

/** "mL per day", "mL a day", "mL daily" and "gpd" as "mL/day": lower case, without spaces. */
export function slashed(spelling: string): string {
  return spelling
    .toLowerCase()
    .replaceAll('μ', 'µ')
    .replace(
      /\b(g|l|ml)p([dhm])\b/g,
      (_, of: string, per: string) => `${of === 'g' ? 'gal' : of}/${per === 'm' ? 'min' : per}`,
    )
    .replace(/\s*\b(hourly|daily|weekly|monthly)\b/g, (_, how: string) => `/${PER_ADVERB[how] ?? ''}`)
    .replace(/\s*(?:\/|\bper\b|\b(?:in\s+)?an?\b|\beach\b|\bevery\b)\s*/g, '/')
    .replaceAll(/[\s°]/g, '')
    .replace(/\.$/, '');
}
const PER_ADVERB: Readonly<Record<string, string>> = { hourly: 'h', daily: 'day', weekly: 'week', monthly: 'month' };

/** "drops of 0.06 mL": a dropper's own size. */
const SIZED_DROPS = /^drops?(?:of|@|à|a)(\d+(?:\.\d+)?)ml$/;

/** A base unit by its spelling, lower case and without spaces. */
export function baseUnit(base: Base, plain: string): BaseUnit | undefined {
  const drops = base === 'volume' ? SIZED_DROPS.exec(plain) : undefined;
  if (drops) return { symbol: `drops of ${drops[1] ?? ''} mL`, spellings: [], factor: Number(drops[1]) / 1000 };
  return BASES[base].find(
    ({ symbol, spellings }: BaseUnit) =>
      symbol.toLowerCase().replaceAll(' ', '') === plain || spellings.includes(plain),
  );
}

/**
 * A unit that is a product of base units, by its spelling: "US gal/week", "drops/s", "oz per US gal", "mg/L/h".
 * @returns undefined where the kind is no product, or a part of the spelling is no unit of its base
 */
export function composedUnit(kind: QuantityKind, spelling: string): Unit | undefined {
  const dimension = DIMENSIONS[kind];
  const [of, ...per] = slashed(spelling).split('/');
  if (!dimension || of === undefined || per.length !== dimension.per.length) return undefined;
  const numerator = baseUnit(dimension.of, of);
  const denominators = dimension.per.map((base, i) => baseUnit(base, per[i] ?? ''));
  if (!numerator || !denominators.every((each) => each !== undefined)) return undefined;
  const factor = denominators.reduce((made, each) => made / each.factor, numerator.factor) / dimension.canonical;
  return unitOf([numerator, ...denominators].map(({ symbol }) => symbol).join('/'), factor);
}

/** A kind that is another a day, told in the other's unit over any time: "dKH/week". @param unitOfOther reads the other's unit */
export function unitOverTime(
  kind: QuantityKind,
  spelling: string,
  unitOfOther: (kind: QuantityKind, spelling: string) => Unit | undefined,
): Unit | undefined {
  const other = RATE_OF[kind];
  const match = /^(?:times)?(.*)\/([^/]+)$/.exec(slashed(spelling));
  const time = match ? baseUnit('time', match[2] ?? '') : undefined;
  const unit = other && match ? unitOfOther(other, match[1] ?? '') : undefined;
  return unit && time && unitOf(`${unit.symbol}/${time.symbol}`, unit.toCanonical(1) / time.factor);
}

/** The parts of a spelling that are told over one another: "gal" and "day" of "gal per day". */
export function partsOf(spelling: string): readonly string[] {
  return slashed(spelling).split('/');
}

function unitOf(symbol: string, factor: number): Unit {
  return { symbol, aliases: [], toCanonical: (value) => value * factor, fromCanonical: (value) => value / factor };
}
