import { attempt } from '../calculator/attempt';
import { ambiguity } from '@/quantities/ambiguous';
import { slashed } from '@/quantities/compose';
import { MMOL_PER_L_PER_DKH, MG_CACO3_PER_MEQ, PO4_PER_P, NO3_PER_N } from '@/chemistry/conversion';
import { L_PER_US_GALLON } from '@/quantities/conversion';
import { KINDS, unitsOf, type QuantityKind, type Unit } from '@/quantities/kinds';
import { readNumber, unitBySpelling } from '@/quantities/parse-quantity';
import type { UnitPreferences } from '@/quantities/quantity';

/** A figure told in another unit. */
export interface Converted {
  /** "8 dKH is 2.85 meq/L." */
  readonly says: string;
  /** How it comes about. */
  readonly working: string;
}

/** Kinds in the order in which a unit that many share is taken. */
const ORDER: readonly QuantityKind[] = [
  'alkalinity',
  'salinity',
  'temperature',
  'phosphate',
  'trace',
  'nitrate',
  'ammonia',
  'volume',
  'mass',
  'length',
  'waterRate',
  'strength',
  'pressure',
  'area',
  'power',
  'energy',
  ...(Object.keys(KINDS) as QuantityKind[]),
];

const ASKED =
  /^\s*(?:what(?:'s|\s+is|\s+are)?\s+|how\s+(?:much|many)\s+(?:is|are)\s+|convert\s+)?([\d.,]+)?\s*([^\d\s].*?)\s+(?:in|to|into|as|=|->|→)\s+([^\d].*?)\s*\??\s*$/iu;
const READ_AT = /^\s*(1\.0\d+)\s*(?:sg)?\s*(?:at|@)\s*(\d+(?:\.\d+)?)\s*°?\s*([cf])\s*\??\s*$/i;
const ALONE = /^\s*([\d.,]+)\s*(ppb\s*p|ppb\s*po4(?:-p)?|ppm\s*p|no3-n|ppm\s*n)\s*\??\s*$/i;

/**
 * A question of units, as it is typed: "8 dkh in meq", "30 gal in l", "1.025 at 60F", "40 ppb P", "dkh to meq".
 * @returns undefined where the text asks for no conversion
 */
export function convertText(text: string, units: Pick<UnitPreferences, 'volume'>): Converted | undefined {
  const reading = READ_AT.exec(text);
  if (reading) return gravityReadAt(Number(reading[1]), Number(reading[2]), (reading[3] ?? 'c').toLowerCase() === 'f');
  const alone = ALONE.exec(text);
  if (alone) return convert(alone[1], alone[2] ?? '', 'mg/L', units);
  const asked = ASKED.exec(text);
  return asked ? convert(asked[1], asked[2] ?? '', asked[3] ?? '', units) : undefined;
}

function convert(
  figure: string | undefined,
  from: string,
  to: string,
  units: Pick<UnitPreferences, 'volume'>,
): Converted | undefined {
  const value = figure === undefined ? 1 : readNumber(figure);
  if (value === undefined) return undefined;
  for (const kind of ORDER) {
    const [a, b] = [unitOf(kind, from, units), unitOf(kind, to, units)];
    if (!a || !b || a.symbol === b.symbol) continue;
    const meant = attempt(() => b.fromCanonical(a.toCanonical(value))).outcome;
    if (meant === undefined || !Number.isFinite(meant)) continue;
    return {
      says: `${told(value)} ${a.symbol} is ${told(meant)} ${b.symbol}.`,
      working: workingOf(kind, value, a, b, meant),
    };
  }
  return undefined;
}

function unitOf(kind: QuantityKind, spelling: string, { volume }: Pick<UnitPreferences, 'volume'>): Unit | undefined {
  const found = unitBySpelling(kind, spelling);
  if (found) return found;
  const asked = ambiguity(kind, slashed(spelling));
  // Both gallons are told apart by the keeper's own; a US one is said to be one.
  return asked?.likely && (asked.settledBy === volume || kind === 'volume')
    ? unitBySpelling(kind, asked.likely)
    : undefined;
}

/** Factors that are worth naming, with where they come from. */
const SOURCES: Partial<Record<QuantityKind, string>> = {
  alkalinity: `1 dKH is ${MMOL_PER_L_PER_DKH.toFixed(4)} meq/L (10 mg/L of CaO) and 1 meq/L ${MG_CACO3_PER_MEQ.toFixed(2)} mg/L of CaCO3 (CIAAW 2021 atomic weights)`,
  phosphate: `1 of phosphorus is ${PO4_PER_P.toFixed(4)} of phosphate by mass (CIAAW 2021 atomic weights)`,
  nitrate: `1 of nitrate-nitrogen is ${NO3_PER_N.toFixed(4)} of nitrate by mass (CIAAW 2021 atomic weights)`,
  volume: `1 US gallon is ${L_PER_US_GALLON} L (231 cubic inches), 1 imperial gallon 4.54609 L, by definition`,
  salinity:
    'density of seawater by EOS-80, conductivity by the Practical Salinity Scale 1978; at 25 °C where nothing else is said',
  temperature: '°C = (°F − 32) × 5/9',
};

function workingOf(kind: QuantityKind, value: number, a: Unit, b: Unit, meant: number): string {
  const source = SOURCES[kind];
  const linear = kind !== 'salinity' && kind !== 'temperature';
  const factor = linear && value !== 0 ? `${told(value)} × ${told(meant / value)} = ${told(meant)}` : '';
  return [factor, source].filter(Boolean).join('; ') || `${a.symbol} to ${b.symbol}`;
}

/** A float's figure at a temperature: read as of water at that temperature against pure water at the same. */
function gravityReadAt(gravity: number, degrees: number, fahrenheit: boolean): Converted | undefined {
  const spelling = `sg${degrees}/${degrees}${fahrenheit ? 'f' : 'c'}`;
  const unit = unitBySpelling('salinity', spelling);
  const salinity = unit && attempt(() => unit.toCanonical(gravity)).outcome;
  const common = unitsOf('salinity').find(({ symbol }) => symbol === 'sg');
  if (salinity === undefined || !Number.isFinite(salinity) || !common) return undefined;
  const at = `${degrees} °${fahrenheit ? 'F' : 'C'}`;
  return {
    says: `${gravity} at ${at} is ${told(salinity)} ppt, and ${told(common.fromCanonical(salinity), 5)} sg at 25 °C.`,
    working: `water and sample both at ${at}; density of seawater by EOS-80. A float made for another temperature reads otherwise: see Mixing › Convert a salinity reading`,
  };
}

/** Three figures are what such a question is good for; a gravity has five. */
function told(value: number, digits = 3): string {
  const gravity = value > 0.99 && value < 1.06;
  return String(
    Number(value.toPrecision(gravity ? Math.max(digits, 5) : Math.max(digits, Math.abs(value) >= 1000 ? 4 : digits))),
  );
}
