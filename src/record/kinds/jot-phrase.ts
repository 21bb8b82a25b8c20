import type { Expectation } from '@/quantities/parse-quantity';
import type { Hours } from './hours';

/*
 * How a kind of entry is jotted, as data: the words that call it, and the figures and names that go with them, in any order. The reader of
 * the line (`src/jot/`) puts them together; a kind knows nothing of how a line is read.
 */

/** A figure that goes with a phrase. */
export interface JotFigure {
  readonly expected: Expectation;
  readonly optional?: true;
  /** Words it stands behind: the "to" of "5 l to 17 l". Without one of them it is not taken for this figure. */
  readonly after?: readonly string[];
  /** Words that may stand behind it in place of a unit: "30 bubbles". */
  readonly before?: readonly string[];
  /** It may be told as a share of the tank's water. */
  readonly ofTheWater?: true;
  /** A figure without a unit is not taken for it. */
  readonly withUnit?: true;
}

/** One of a few names, each with the words it is called by. */
export interface JotChoice {
  readonly names: Readonly<Record<string, readonly string[]>>;
  readonly optional?: true;
}

/** What was said with a phrase. */
export interface JotSaid {
  readonly figures: Readonly<Record<string, number>>;
  readonly choices: Readonly<Record<string, string>>;
  /** The one solution that was named. */
  readonly solutionId?: string;
  readonly hours?: Hours;
  /** Words of the phrase's own list of flags that were said. */
  readonly flags: ReadonlySet<string>;
}

export interface JotPhrase<Draft = object> {
  /** Any of them calls it, wherever it stands: "changed 40 l", "40 l water change". */
  readonly words: readonly string[];
  /** In the order in which figures without a unit are told. */
  readonly figures?: Readonly<Record<string, JotFigure>>;
  readonly choices?: Readonly<Record<string, JotChoice>>;
  /** A solution of the record is named with it. */
  readonly solution?: true;
  /** Hours of the day may go with it. */
  readonly hours?: true;
  /** Words that change what it says: "half", "off". */
  readonly flags?: readonly string[];
  /** It stands for what it says without a figure or a name: "diatoms". Others without are a remark. */
  readonly alone?: true;
  /** A figure with its unit and a word of this phrase is asked about where the phrase does not hold; else it may be a remark. */
  readonly make: (said: JotSaid) => Draft | undefined;
  /** Flags that want a figure: with one of them and without it, it is asked about. */
  readonly asksAt?: readonly string[];
  /** What to ask where nothing can be made of what was said with it. */
  readonly asks?: string;
}
