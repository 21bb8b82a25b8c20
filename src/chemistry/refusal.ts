/**
 * Why an input is refused, by a code and what belongs to it. Equations hold no sentences: who shows a refusal finds the words for its codes
 * (`calculators/calculator/reason-words.ts`).
 */
export interface Reason {
  readonly code: string;
}

/** From one end to the other, both allowed; in a unit, where it has one and the ends do not carry it themselves. */
export interface AllowedRange {
  readonly from: number | string;
  readonly to: number | string;
  readonly unit?: string;
}

/** What a refused input needs so that the person who typed it can put it right. A text is one in words already. */
export interface RefusalCause<Code extends Reason = Reason> {
  /** The field as its keeper knows it, such as "alkalinity". */
  readonly field: string;
  /** The value as given. */
  readonly value: number | string;
  readonly allowed: AllowedRange | Code | string;
  /** What was probably meant. */
  readonly hint?: Code | string | undefined;
  /** Where in the input it stood, for who sent it as data: "tank.salinity". */
  readonly path?: string | undefined;
  /** What could be typed instead, ready to use. */
  readonly suggestion?: string | undefined;
  /** The other fields of the same input that are refused too. */
  readonly also?: readonly RefusalCause[] | undefined;
}

/** Why the equations of chemistry refuse. */
export type ChemistryReason =
  | { readonly code: 'more than osmotic pressure'; readonly osmoticKPa: number }
  | { readonly code: 'no water passes' }
  | { readonly code: 'salinity within'; readonly from: number; readonly to: number }
  | { readonly code: 'practical salinity scale within'; readonly from: number; readonly to: number }
  | { readonly code: 'another conductivity unit' }
  | { readonly code: 'near the standard'; readonly withinPpt: number }
  | { readonly code: 'refractometer far out' }
  | { readonly code: 'above'; readonly least: number; readonly unit: string }
  | { readonly code: 'evaporates empty' }
  | { readonly code: 'can be followed' }
  | { readonly code: 'far too large a dose' }
  | { readonly code: 'exactly two of carbonate' }
  | { readonly code: 'two fix the rest' }
  | { readonly code: 'raises something' }
  | { readonly code: 'label claim' }
  | { readonly code: 'does not dissolve'; readonly mostGPerL: number }
  | { readonly code: 'some salt' }
  | { readonly code: 'dissolves at a share'; readonly percent: number }
  | { readonly code: 'brings something' }
  | { readonly code: 'salts that match'; readonly name: string }
  | { readonly code: 'too little of'; readonly name: string; readonly wouldBring: string }
  | { readonly code: 'brings besides'; readonly name: string };

/**
 * Thrown by the core when an input lies outside what its equations or the world allow.
 * Nothing in the core answers NaN, infinity or a silent guess instead.
 */
export class Refusal extends Error {
  readonly refused: RefusalCause;

  constructor(cause: RefusalCause) {
    super(plainly(cause));
    this.name = 'Refusal';
    this.refused = cause;
  }
}

/** For who reads a log or a failed test: what is in words as it is, codes as they are. */
function plainly({ field, value, allowed, hint }: RefusalCause): string {
  const plain = (of: Reason | string) => (typeof of === 'string' ? of : JSON.stringify(of));
  const range = typeof allowed === 'string' || 'code' in allowed ? plain(allowed) : rangeText(allowed);
  return `${field}: ${String(value)} is outside ${range}.${hint === undefined ? '' : ` ${plain(hint)}`}`;
}

/** "0 to 25 dKH". */
export function rangeText({ from, to, unit = '' }: AllowedRange): string {
  return `${from} to ${to}${unit && ' '}${unit}`;
}

/** A refusal by an equation. */
export function chemicalRefusal(cause: RefusalCause<ChemistryReason>): Refusal {
  return new Refusal(cause);
}

/**
 * Returns the value when it is a finite number within [low, high], else throws a Refusal.
 * @param field name shown to the keeper
 * @param value in the given unit
 */
export function within(field: string, value: number, low: number, high: number, unit: string): number {
  if (value >= low && value <= high && value !== Infinity) return value;
  throw new Refusal({ field, value, allowed: { from: low, to: high, unit } });
}

/** What a calculation gives, or nothing where it refuses its input. Any other error is a fault and is thrown on. */
export function unlessRefused<Outcome>(calculation: () => Outcome): Outcome | undefined {
  try {
    return calculation();
  } catch (error) {
    if (error instanceof Refusal) return undefined;
    throw error;
  }
}
