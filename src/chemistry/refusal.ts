/** What a refused input needs so that the person who typed it can put it right. */
export interface RefusalDetail {
  /** The field as its keeper knows it, such as "alkalinity". */
  readonly field: string;
  /** The value as given. */
  readonly value: number | string;
  /** The allowed range in words and units, such as "0 to 25 dKH". */
  readonly allowed: string;
  /** What was probably meant, as a sentence. */
  readonly hint?: string | undefined;
  /** Where in the input it stood, for who sent it as data: "tank.salinity". */
  readonly path?: string | undefined;
  /** What could be typed instead, ready to use. */
  readonly suggestion?: string | undefined;
  /** The other fields of the same input that are refused too. */
  readonly also?: readonly RefusalDetail[] | undefined;
}

/**
 * Thrown by the core when an input lies outside what its equations or the world allow.
 * Nothing in the core answers NaN, infinity or a silent guess instead.
 */
export class Refusal extends Error {
  readonly detail: RefusalDetail;

  constructor(detail: RefusalDetail) {
    super(refusalSentence(detail));
    this.name = 'Refusal';
    this.detail = detail;
  }
}

/** A refused value to be read: as it was typed, or, where it was worked out, with no more figures than mean anything. */
export function valueText({ value }: RefusalDetail): string {
  return typeof value === 'number' && String(value).length > 8 ? String(Number(value.toPrecision(4))) : String(value);
}

function refusalSentence({ field, value, allowed, hint }: RefusalDetail): string {
  return `${field}: ${String(value)} is outside ${allowed}.${hint ? ` ${hint}` : ''}`;
}

/**
 * Returns the value when it is a finite number within [low, high], else throws a Refusal.
 * @param field name shown to the keeper
 * @param value in the given unit
 */
export function within(field: string, value: number, low: number, high: number, unit: string): number {
  if (value >= low && value <= high && value !== Infinity) return value;
  throw new Refusal({ field, value, allowed: `${low} to ${high}${unit ? ` ${unit}` : ''}` });
}

export type Attempt<Outcome> =
  | { readonly outcome: Outcome; readonly refusal?: undefined }
  | { readonly outcome?: undefined; readonly refusal: RefusalDetail };

/** Runs a calculation for a screen: its outcome, or the refusal to show. Any other error is a fault and is thrown on. */
export function attempt<Outcome>(calculation: () => Outcome): Attempt<Outcome> {
  try {
    return { outcome: calculation() };
  } catch (error) {
    if (error instanceof Refusal) return { refusal: error.detail };
    throw error;
  }
}
