import type { JotContext } from './context';
import { Line } from './line';
import { readTimes } from './times';

/**
 * The moment a text names, where it names one and nothing else: "nov 19 9am", "yesterday 8pm", "11/20".
 * @returns epoch ms; undefined where it is none, is asked about, or says more than a time
 */
export function toldMoment(
  text: string,
  context: Pick<JotContext, 'now' | 'zone' | 'units' | 'monthFirst'>,
): number | undefined {
  const line = new Line(text, { ...context, solutions: [] });
  const { told } = readTimes(line);
  const [only, ...others] = told;
  const left = line.tokens.some((token, i) => line.free(i) && token.kind !== 'mark');
  return only && others.length === 0 && !left && line.problems.length === 0 ? only.at : undefined;
}
