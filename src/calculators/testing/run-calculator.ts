import { calculatorOrRefuse, reply, type Answered } from '../json-lines';
import { attempt, type RefusalDetail } from '../calculator/attempt';

/** The values a calculator answers with, asked as from outside; a refusal fails the test. */
export function valuesOf<Values = Record<string, number>>(name: string, input: unknown): Values {
  return answered(name, input).values as Values;
}

/** A calculator's whole answer, asked as from outside; a refusal fails the test. */
export function answered(name: string, input: unknown): Answered {
  const answer = reply(calculatorOrRefuse(name), input);
  if (!answer.ok) throw new Error(JSON.stringify(answer.refused));
  return answer;
}

/** Why a calculator refuses an input, or undefined where it answers. */
export function refusalOf(name: string, input: unknown): RefusalDetail | undefined {
  return attempt(() => calculatorOrRefuse(name).run(input)).refusal;
}
