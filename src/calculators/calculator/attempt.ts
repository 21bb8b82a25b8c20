import { Refusal, type RefusalCause } from '@/chemistry/refusal';
import { allowedWords, hintWords } from './reason-words';

/** What a refused input needs so that the person who typed it can put it right, in words. */
export interface RefusalDetail extends Omit<RefusalCause, 'allowed' | 'hint' | 'also'> {
  /** The allowed range in words and units, such as "0 to 25 dKH". */
  readonly allowed: string;
  /** What was probably meant, as a sentence. */
  readonly hint?: string | undefined;
  readonly also?: readonly RefusalDetail[] | undefined;
}

export type Attempt<Outcome> =
  | { readonly outcome: Outcome; readonly refusal?: undefined }
  | { readonly outcome?: undefined; readonly refusal: RefusalDetail };

/** Runs a calculation for a screen: its outcome, or the refusal to show. Any other error is a fault and is thrown on. */
export function attempt<Outcome>(calculation: () => Outcome): Attempt<Outcome> {
  try {
    return { outcome: calculation() };
  } catch (error) {
    if (error instanceof Refusal) return { refusal: inWords(error) };
    throw error;
  }
}

/** A refusal as it is shown and sent. */
export function inWords({ refused }: Refusal): RefusalDetail {
  return detailOf(refused);
}

function detailOf({ allowed, hint, also, ...rest }: RefusalCause): RefusalDetail {
  return {
    ...rest,
    allowed: allowedWords(allowed),
    ...(hint !== undefined && { hint: hintWords(hint) }),
    ...(also && { also: also.map(detailOf) }),
  };
}

/** A refusal in one line, for a door without a screen. */
export function refusalSentence({ field, value, allowed, hint }: RefusalDetail): string {
  return `${field}: ${String(value)} is outside ${allowed}.${hint ? ` ${hint}` : ''}`;
}

/** A refused value to be read: as it was typed, or, where it was worked out, with no more figures than mean anything. */
export function valueText({ value }: Pick<RefusalDetail, 'value'>): string {
  return typeof value === 'number' && String(value).length > 8 ? String(Number(value.toPrecision(4))) : String(value);
}
