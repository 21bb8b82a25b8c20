import { rangeText, type AllowedRange, type ChemistryReason, type Reason } from '@/chemistry/refusal';
import type { Ambiguous, QuantityReason } from '@/quantities/reasons';

type Known = ChemistryReason | QuantityReason;
type Words = { readonly [Code in Known['code']]: (reason: Extract<Known, { readonly code: Code }>) => string };

const AMBIGUOUS: Readonly<Record<Ambiguous, string>> = {
  gallon: 'A US gallon is 3.785 L, an imperial one 4.546 L: say US gal or imp gal.',
  'fluid ounce': 'A fluid ounce is 29.6 mL in the US and 28.4 mL elsewhere: say US fl oz or imp fl oz.',
  quart: 'Quarts differ by a fifth between the US and elsewhere: say US qt, or litres.',
  pint: 'Pints differ by a fifth between the US and elsewhere: say US pt, or litres.',
  cup: 'A cup is 237 mL in the US and 250 mL elsewhere: say US cup, or millilitres.',
  'degrees of temperature': 'Degrees of which scale? Say °C or °F.',
  'degrees of hardness': 'Degrees of which hardness? Carbonate hardness is written as dKH.',
  'milligrams of alkalinity': 'Milligrams of what? Alkalinity by mass is written as ppm CaCO3.',
  'ppm of salinity':
    'A meter’s ppm is a guess from conductivity, and differs from maker to maker. Read its mS/cm or ppt.',
  'percent of salinity': 'Salinity is per thousand here: 3.5 % is 35 ppt.',
  'ppb of phosphorus or phosphate':
    'Phosphorus or phosphate? Colorimeters mostly show ppb of phosphorus, and phosphate is three times that: say ppb P or ppb PO4.',
  phosphorus: 'Phosphorus in mg/L or in µg/L? Colorimeters show µg/L P, which is ppb P.',
  nitrogen: 'Nitrate as nitrogen? Say mg/L NO3-N.',
  'spoon of salt': 'A spoon of salt weighs as its grains lie: weigh it.',
};

const UNIT_WORDS: Readonly<Record<string, string>> = {
  sg: 'a specific gravity',
  '°F': 'degrees Fahrenheit',
  '°C': 'degrees Celsius',
  'mS/cm': 'a conductivity in mS/cm',
  'µS/cm': 'a conductivity in µS/cm',
};
const unitWords = (symbol: string) => UNIT_WORDS[symbol] ?? symbol;

const WORDS: Words = {
  'more than osmotic pressure': ({ osmoticKPa }) =>
    `more than the water’s osmotic pressure, ${osmoticKPa.toFixed(0)} kPa`,
  'no water passes': () =>
    'At this pressure no water passes. Is the valve open, the sediment filter clogged, or is a booster pump needed?',
  'salinity within': ({ from, to }) => `what answers to salinity ${from} to ${to}`,
  'practical salinity scale within': ({ from, to }) =>
    `what answers to salinity ${from} to ${to}, over which the practical salinity scale is defined`,
  'another conductivity unit': () =>
    'Meters also show µS/cm (a thousand to the mS/cm) and TDS in ppm: check which was read.',
  'near the standard': ({ withinPpt }) => `within ${withinPpt} ppt of the standard`,
  'refractometer far out': () => 'A refractometer that far out needs setting with RO/DI water first.',
  above: ({ least, unit }) => `above ${least} ${unit}`,
  'evaporates empty': () => 'The evaporation entered would empty the tank.',
  'can be followed': () => 'a rate the model can follow with these doses',
  'far too large a dose': () => 'A dose of thousands of times what the water holds has probably slipped a point.',
  'exactly two of carbonate': () => 'exactly two of alkalinity, DIC, pH and CO2',
  'two fix the rest': () => 'Two of them fix the rest; a third could only contradict.',
  'raises something': () => 'a rise of alkalinity, calcium, magnesium or ammonia',
  'label claim': () => 'The label says what so many millilitres in so many litres raise.',
  'does not dissolve': ({ mostGPerL }) =>
    `No more than ${mostGPerL} g dissolves in a litre at 20 °C; the rest would lie on the bottom.`,
  'some salt': () => 'A solution needs some of its salt.',
  'dissolves at a share': ({ percent }) =>
    `No more of it dissolves at 20 °C. At ${percent} % of the strength it dissolves; dose ${(100 / percent).toFixed(2)} times as much of it.`,
  'brings something': () => 'a solution that brings something',
  'salts that match': ({ name }) => `salts that make its ${name} without what it lacks`,
  'too little of': ({ name, wouldBring }) => `None of them brings enough ${name}; ${wouldBring} would.`,
  'brings besides': ({ name }) => `They bring ${name}, which the other solution does not hold.`,

  'two sides with a unit': () => 'two sides with their unit, as in 120 × 50 cm',
  'centimetres or inches': () => 'Are those centimetres or inches?',
  separators: () => 'The commas and points cannot be told apart.',
  'no number': () => 'A number is needed here.',
  'a bound': ({ typed, figure }) =>
    `“${typed}” is a bound, and one figure is kept here: ${figure}, or the one you hold likely.`,
  ambiguous: ({ of }) => AMBIGUOUS[of],
  'takes no unit': ({ field }) => `${field} takes no unit.`,
  'unknown unit': ({ spelling, field, known, more }) =>
    `"${spelling}" is not a unit of ${field}; known here: ${known.join(', ')}${more ? ' and others' : ''}.`,
  'usual in another unit': ({ value, unit, usualIn }) =>
    `${value} ${unit} is unusual, and ${value} ${usualIn.join(` or ${value} `)} is not: say which is meant, with its unit.`,
  'looks like another unit': ({ value, like, unit }) =>
    `${value} looks like ${unitWords(like)}, not ${unitWords(unit)}.`,
  negative: () => 'It cannot be negative.',
  'point or digit': ({ suggestion }) => `A point may be wrong, or a digit too many: ${suggestion}?`,
  'digit missing': () => 'A digit may be missing.',
};

/** The words for a reason. */
export function hintWords(reason: Reason | string): string {
  if (typeof reason === 'string') return reason;
  const words = WORDS[reason.code as Known['code']] as ((of: Reason) => string) | undefined;
  if (!words) throw new Error(`no words for the reason ${reason.code}`);
  return words(reason);
}

/** What is allowed, in words: "0 to 25 dKH". */
export function allowedWords(allowed: AllowedRange | Reason | string): string {
  if (typeof allowed === 'string' || 'code' in allowed) return hintWords(allowed);
  return rangeText(allowed);
}
