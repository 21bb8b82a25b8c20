import type { ParameterId } from '@/calculators/parameters/parameters';
import type { Expectation } from '@/quantities/parse-quantity';

/** A figure as a form asks for it. */
export interface FormFigure {
  readonly key: string;
  readonly label: string;
  readonly expected: Expectation;
  readonly optional?: true;
  /** It may be told as a share of the tank's water. */
  readonly ofTheWater?: true;
}

/** Something picked from a list. */
export interface FormChoice {
  readonly key: string;
  readonly label: string;
  readonly options: readonly (readonly [value: string, words: string])[] | 'solutions';
  readonly first?: string;
}

/** One that is no field of the row by itself: how it is read out of a row. Its way back is the form's `rowOf`. */
interface ChoiceOf<Row> extends FormChoice {
  readonly of?: (row: Row) => string | undefined;
}

/** What a form is made of, and how a row becomes its figures and back. */
export interface EntryForm<Row> {
  /** It can be logged by fields; others are logged elsewhere and only edited here. */
  readonly offered: boolean;
  /** @param read parameters that are offered */
  readonly figures: (read: readonly ParameterId[]) => readonly FormFigure[];
  readonly choices?: readonly ChoiceOf<Row>[];
  readonly figuresOf?: (row: Row) => Readonly<Record<string, number | undefined>>;
  readonly rowOf?: (
    figures: Readonly<Record<string, number>>,
    before: Row | undefined,
    /** What was picked, of the choices that are no fields themselves. */
    picked: Readonly<Record<string, string>>,
  ) => object;
}

/** Figures of a form, none of which depends on what is measured. */
export function figuresOfForm(
  ...figures: readonly (readonly [
    key: string,
    label: string,
    expected: Expectation,
    how?: 'optional' | 'of the water',
  ])[]
): (read: readonly ParameterId[]) => readonly FormFigure[] {
  const made = figures.map(([key, label, expected, how]): FormFigure => ({
    key,
    label,
    expected,
    ...(how === 'optional' && { optional: true }),
    ...(how === 'of the water' && { ofTheWater: true }),
  }));
  return () => made;
}

/** Which solution an entry is of. */
export const SOLUTION_CHOICE = { key: 'solutionId', label: 'Solution', options: 'solutions' } as const;
