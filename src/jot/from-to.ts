import { readingExpectation, type ParameterId } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { parseQuantity } from '@/quantities/parse-quantity';
import type { UnitPreferences } from '@/quantities/quantity';
import { WORD_TO_PARAMETER } from './lexicon/parameter-words';

const FROM_TO =
  /^\s*(?:lower|bring|get|reduce|take|dilute|change)?\s*([\p{L}\d]+?)\s*(?:down\s+)?(?:from\s+)?([\d.,]+)\s*(?:to|->|→)\s*([\d.,]+)\s*([^\d]*)$/iu;

/** A level asked to be brought from one figure to another: "nitrate 20 to 5". Canonical units; undefined where the text asks no such thing. */
export function levelFromTo(
  text: string,
  units: UnitPreferences,
): { readonly parameter: ParameterId; readonly from: number; readonly to: number } | undefined {
  const [, word = '', from = '', to = '', unit = ''] = FROM_TO.exec(text) ?? [];
  const parameter = WORD_TO_PARAMETER.get(word.toLowerCase());
  if (!parameter) return undefined;
  const read = (figure: string) =>
    attempt(() => parseQuantity(`${figure} ${unit}`, readingExpectation(parameter), units)).outcome?.amount;
  const [a, b] = [read(from), read(to)];
  return a === undefined || b === undefined || a === b ? undefined : { parameter, from: a, to: b };
}
