import { unitsOf, type QuantityKind, type Unit } from './kinds';
import { G_PER_POUND, L_PER_US_GALLON } from './conversion';

/** A figure in its kind's canonical unit. */
export interface Quantity {
  readonly kind: QuantityKind;
  readonly amount: number;
  /** Half of its 95 % range, where it has one: no figure is shown finer than that. */
  readonly halfWidth?: number | undefined;
  /** The other end, where a range is meant and not one figure. */
  readonly to?: number | undefined;
}

export function quantity(kind: QuantityKind, amount: number): Quantity {
  return { kind, amount };
}

/** A figure that is known to within a range, rounded as that range allows. */
export function estimate(kind: QuantityKind, amount: number, low: number, high: number): Quantity {
  return { kind, amount, halfWidth: (high - low) / 2 };
}

/** "33–38 mL/day": both ends as figures no finer than the range is wide. */
export function range(kind: QuantityKind, low: number, high: number): Quantity {
  return { kind, amount: low, to: high, halfWidth: (high - low) / 2 };
}

/** The units a keeper likes to read and type. */
export interface UnitPreferences {
  readonly volume: 'L' | 'US gal';
  readonly temperature: '°C' | '°F';
  readonly alkalinity: 'dKH' | 'meq/L' | 'ppm CaCO3';
  readonly salinity: 'ppt' | 'sg' | 'mS/cm';
  /** What the ammonia and nitrite kits tell their figures as; asked once a kit, NH3 and NO2 until then. */
  readonly ammonia?: 'mg/L' | 'mg/L NH4' | 'mg/L NH3-N' | undefined;
  readonly nitrite?: 'mg/L' | 'mg/L NO2-N' | undefined;
  /** What the keeper's money is called; a bare figure when left out. */
  readonly currency?: string | undefined;
}

export const DEFAULT_UNITS: UnitPreferences = { volume: 'L', temperature: '°C', alkalinity: 'dKH', salinity: 'ppt' };

/** The unit a kind is shown and, when none is typed, read in. */
export function preferredUnit(kind: QuantityKind, preferences: UnitPreferences): Unit {
  const symbol = preferredSymbol(kind, preferences);
  const units = unitsOf(kind);
  const unit = units.find((candidate) => candidate.symbol === symbol) ?? units[0];
  if (!unit) throw new Error(`no unit for ${kind}`);
  return unit;
}

function preferredSymbol(kind: QuantityKind, preferences: UnitPreferences): string | undefined {
  switch (kind) {
    case 'volume':
      return preferences.volume;
    case 'waterRate':
      return `${preferences.volume}/day`;
    case 'pumpRate':
      return `${preferences.volume}/h`;
    case 'length':
    case 'pressure':
    case 'area':
    case 'floorLoad':
      return preferences.volume === 'US gal' ? US_UNIT[kind] : undefined;
    case 'temperature':
    case 'temperatureDifference':
      return preferences.temperature;
    case 'temperatureRate':
      return `${preferences.temperature}/day`;
    case 'alkalinity':
      return preferences.alkalinity;
    case 'alkalinityRate':
      return `${preferences.alkalinity}/day`;
    case 'salinity':
      return preferences.salinity;
    case 'ammonia':
      return preferences.ammonia;
    case 'nitrite':
      return preferences.nitrite;
    default:
      return undefined;
  }
}

/** What goes with gallons: keepers who measure in them read their rulers, gauges and scales so. */
const US_UNIT = { length: 'in', pressure: 'psi', area: 'ft²', floorLoad: 'lb/ft²' } as const;

export interface Shown {
  readonly figure: string;
  readonly unit: string;
}

/** A quantity in words: its figure and its unit, in the keeper's preference. Large masses move to kg, small volumes to mL. */
export function show(quantity: Quantity, preferences: UnitPreferences, digits = 3): Shown {
  const { kind, amount, to, halfWidth } = quantity;
  // Both ends of a range are in the unit of the larger.
  const unit = shownUnit(
    { kind, amount: to === undefined || Math.abs(to) < Math.abs(amount) ? amount : to },
    preferences,
  );
  const value = unit.fromCanonical(amount);
  if (kind === 'days' && to === undefined) return duration(value, unit.symbol, digits);
  const symbol = kind === 'money' ? (preferences.currency ?? '') : unit.symbol;
  const doubt = halfWidth === undefined ? undefined : Math.abs(unit.fromCanonical(amount + halfWidth) - value);
  const written = (each: number) => figure(kind, each, unit, digits, doubt);
  if (to === undefined) return { figure: written(value), unit: symbol };
  const [low, high] = [written(value), written(unit.fromCanonical(to))];
  return { figure: low === high ? low : `${low}${value < 0 ? ' to ' : '–'}${high}`, unit: symbol };
}

/** From so many days on a length of time is told in months, and from so many in years. */
const LEAST_IN_MONTHS = 91;
const LEAST_IN_YEARS = 730;

/**
 * Two figures are all a length of time is good for: "6 days", "2.4 days", "1 day", "5 months", "2.5 years".
 * @param digits more than the usual three where it stands in a field: that keeps its days
 */
function duration(days: number, unit: string, digits: number): Shown {
  const told = unit === 'days' && digits <= 3 && Math.abs(days) >= LEAST_IN_MONTHS;
  const symbol = !told ? unit : Math.abs(days) >= LEAST_IN_YEARS ? 'years' : 'months';
  const value = !told ? days : days / (symbol === 'years' ? 365.25 : 365.25 / 12);
  const rounded = Number(value.toFixed(Math.abs(value) >= 10 ? 0 : Math.abs(value) >= 1 ? 1 : 2)) || 0;
  return { figure: String(rounded).replace('-', '−'), unit: rounded === 1 ? symbol.replace(/s$/, '') : symbol };
}

export function showText(quantity: Quantity, preferences: UnitPreferences, digits = 3): string {
  const { figure: number, unit } = show(quantity, preferences, digits);
  return unit === '' || unit === '%' ? `${number}${unit && ' '}${unit}` : `${number} ${unit}`;
}

/** The same quantity in the most useful other unit of its kind, or nothing when there is none. */
export function showOther(quantity: Quantity, preferences: UnitPreferences): string | undefined {
  const used = shownUnit(quantity, preferences);
  const other = unitsOf(quantity.kind).find((unit) => unit.symbol !== used.symbol && OTHER_UNITS.has(unit.symbol));
  // Millilitres told in litres help nobody.
  if (!other || quantity.kind === 'dose' || beyondDensity(quantity)) return undefined;
  const value = other.fromCanonical(quantity.amount);
  return Number.isFinite(value) ? `${figure(quantity.kind, value, other, 3)} ${other.symbol}` : undefined;
}

const OTHER_UNITS = new Set(['US gal', 'L', 'lb', '°F', '°C', 'sg', 'ppt', 'meq/L', 'dKH', 'µg/L P', 'psi', 'cm']);

/** Density, and with it specific gravity, is known from 0 to 42; anything beyond is told in ppt alone. */
function beyondDensity({ kind, amount }: Quantity): boolean {
  return kind === 'salinity' && !(amount >= 0 && amount <= 42);
}

/** Less than a quarter of a gallon is told in millilitres, as syringes, cups and dosers tell it. Chosen. */
const LEAST_IN_GALLONS_L = L_PER_US_GALLON / 4;

function shownUnit({ kind, amount }: Quantity, preferences: UnitPreferences): Unit {
  if (beyondDensity({ kind, amount })) return named('salinity', 'ppt');
  // The practical salinity scale, and with it conductivity, begins at 2.
  if (kind === 'salinity' && preferences.salinity === 'mS/cm' && amount < 2) return named('salinity', 'ppt');
  if (kind === 'mass' && preferences.volume === 'US gal' && Math.abs(amount) >= G_PER_POUND) return named('mass', 'lb');
  if (kind === 'mass' && Math.abs(amount) >= 1000) return named('mass', 'kg');
  const least = preferences.volume === 'L' ? 0.1 : LEAST_IN_GALLONS_L;
  if (kind === 'volume' && amount !== 0 && Math.abs(amount) < least) return named('volume', 'mL');
  // A bottle is a gallon, or litres.
  if (kind === 'dose' && preferences.volume === 'US gal' && Math.abs(amount) >= 0.95 * 1000 * L_PER_US_GALLON)
    return named('dose', 'US gal');
  if (kind === 'dose' && Math.abs(amount) >= 1000) return named('dose', 'L');
  if (kind === 'doseRate' && Math.abs(amount) >= 1000) return named('doseRate', 'L/day');
  if (kind === 'waterRate' && amount !== 0 && Math.abs(amount) < least) return named('waterRate', 'mL/day');
  if (kind === 'days' && amount > 0 && amount < 1.5 / 24) return named('days', 'min');
  if (kind === 'days' && amount > 0 && amount < 2 && Math.abs(amount - 1) > 0.005) return named('days', 'hours');
  return preferredUnit(kind, preferences);
}

function named(kind: QuantityKind, symbol: string): Unit {
  const unit = unitsOf(kind).find((candidate) => candidate.symbol === symbol);
  if (!unit) throw new Error(`${kind} has no unit ${symbol}`);
  return unit;
}

/**
 * A plain decimal, zeros trimmed; never an exponent, never minus zero.
 * @param doubt half of its 95 % range in the same unit: its last figure is then the first that the doubt leaves standing
 */
function figure(kind: QuantityKind, value: number, unit: Unit, digits: number, doubt?: number): string {
  const usual =
    unit.decimals === undefined
      ? Math.min(significant(value, digits), digits <= 3 ? finest(kind, value, unit) : Infinity)
      : fixed(value, unit.decimals, digits);
  const decimals = doubt === undefined || !(doubt > 0) ? usual : Math.min(usual, decimalsWithin(doubt));
  const text = roundedTo(value, decimals).toFixed(Math.max(0, decimals));
  // Money that is not whole keeps its cents.
  const trimmed = text.includes('.') ? text.replace(unit.cents ? /\.0+$/ : /\.?0+$/, '') : text;
  return Number(trimmed) === 0 ? trimmed.replace('-', '') : trimmed.replace('-', '−');
}

/**
 * A figure with no more digits than its doubt leaves standing.
 * @param halfWidth half of its 95 % range; 0 where it is known exactly
 */
export function roundedWithin(value: number, halfWidth: number): number {
  return halfWidth > 0 ? roundedTo(value, decimalsWithin(halfWidth)) : value;
}

/** @param decimals below 0 for tens and hundreds */
function roundedTo(value: number, decimals: number): number {
  if (decimals >= 0) return Number(value.toFixed(Math.min(decimals, 12)));
  const step = 10 ** -decimals;
  return Math.round(value / step) * step;
}

/** No figure is rounded to more than thousands. */
const MOST_ROUNDED = 3;

/** So that a range of 33 to 38 is told in ones, one of 0.24 to 0.31 in hundredths: two thirds of the half-width is more than the last figure's worth. */
function decimalsWithin(doubt: number): number {
  return Math.max(-MOST_ROUNDED, -Math.floor(Math.log10((doubt * 2) / 3)));
}

/** What a syringe, a doser and a share of the water are told in: no finer, whatever was worked out. Chosen. */
function finest(kind: QuantityKind, value: number, { symbol }: Unit): number {
  const size = Math.abs(value);
  if ((kind === 'dose' || kind === 'doseRate') && symbol.startsWith('mL'))
    return size >= 9.95 ? 0 : size >= 0.995 ? 1 : 2;
  if (kind === 'percent') return size >= 99 ? 1 : size >= 9.95 ? 0 : size >= 0.995 ? 1 : 2;
  return Infinity;
}

/** Decimals of a unit that has its own: beyond a hundred none, below it no more than make four figures; a gravity keeps all of them. */
function fixed(value: number, decimals: number, digits: number): number {
  const more = Math.max(0, digits - 3);
  if (decimals > 3 || Math.abs(value) < 10) return decimals + more;
  const before = Math.floor(Math.log10(Math.abs(value))) + 1;
  return Math.min(decimals, Math.max(0, (before > 2 ? 3 : 4) - before)) + more;
}

function significant(value: number, digits: number): number {
  if (value === 0) return 0;
  const rounded = Number(Math.abs(value).toPrecision(digits));
  const decimals = digits - 1 - Math.floor(Math.log10(rounded));
  return Math.min(4, Math.max(0, decimals));
}
