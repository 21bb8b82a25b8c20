import { parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { isBareFigure, type TypedSession } from './typed-session';
import { readLine, type JotContext } from './read-line';
import type { EntryOf } from '@/record/kinds/list';

/** What a cell of the test grid says, or why it is not understood. */
export interface CellRead {
  readonly value?: number;
  readonly bound?: 'below' | 'above' | undefined;
  /** The name of what it was read by, where the cell says. */
  readonly instrument?: string | undefined;
  readonly problem?: string | undefined;
  readonly suggestion?: string | undefined;
}

type Session = Pick<EntryOf<'reading'>, 'values' | 'bounds' | 'instruments'>;

/**
 * Cells of a session of tests, each as it would be jotted behind the test's name: one reader serves line and grid. A cell that is not
 * understood leaves the others as they are.
 * @param units in which a bare figure is read, where the last session named them; else the keeper's own
 */
export function readCells(
  cells: Readonly<Partial<Record<ParameterId, string>>>,
  context: JotContext,
  units: TypedSession['units'] = {},
): { readonly of: Readonly<Partial<Record<ParameterId, CellRead>>>; readonly values: Session | undefined } {
  const of: Partial<Record<ParameterId, CellRead>> = {};
  const values: Session['values'] = {};
  const bounds: NonNullable<Session['bounds']> = {};
  const instruments: NonNullable<Session['instruments']> = {};
  for (const [key, text = ''] of Object.entries(cells)) {
    const parameter = key as ParameterId;
    if (text.trim() === '') continue;
    const cell = readCell(parameter, withUnit(text, units[parameter]), context);
    of[parameter] = cell;
    if (cell.value === undefined || cell.problem !== undefined) continue;
    values[parameter] = cell.value;
    if (cell.bound) bounds[parameter] = cell.bound;
    const instrument = context.instruments?.find(
      (each) => each.name === cell.instrument && each.parameter === parameter,
    );
    if (instrument) instruments[parameter] = instrument.id;
  }
  const filled = Object.keys(values).length > 0;
  return {
    of,
    values: filled
      ? {
          values,
          ...(Object.keys(bounds).length > 0 && { bounds }),
          ...(Object.keys(instruments).length > 0 && { instruments }),
        }
      : undefined,
  };
}

/** A cell's text with the unit that is meant by a bare figure. */
export function withUnit(text: string, unit: string | undefined): string {
  return unit !== undefined && isBareFigure(text) ? `${text.trim()} ${unit}` : text;
}

function readCell(parameter: ParameterId, text: string, context: JotContext): CellRead {
  const word = parameterOf(parameter).words[0];
  const { drafts, problems } = readLine(`${word} ${text}`, context);
  const [problem] = problems;
  if (problem)
    return {
      problem: problem.message,
      // Without the name of the test, which stands beside the cell.
      suggestion: problem.suggestion?.replace(new RegExp(`^${word}\\s+`), ''),
    };
  const [reading, ...others] = drafts;
  if (reading?.kind === 'note') return { problem: `${parameterOf(parameter).name} needs a number.` };
  if (reading?.kind !== 'reading' || others.length > 0)
    return { problem: 'One reading stands in a cell; log the rest in the line above.' };
  const { value, bound, by } = {
    value: reading.values[parameter],
    bound: reading.bounds?.[parameter],
    by: reading.instruments?.[parameter],
  };
  if (value === undefined || Object.keys(reading.values).length > 1)
    return { problem: `A reading of ${parameterOf(parameter).name} is wanted here.` };
  return { value, bound, instrument: context.instruments?.find(({ id }) => id === by)?.name };
}
