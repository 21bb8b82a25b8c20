import type { Answer } from '../calculator/calculator';
import { quantity } from '@/quantities/quantity';

/** A dose that was set otherwise to bring a level back, and has run its days. */
interface ReturnOver {
  readonly parameter: string;
  /** The solution's. */
  readonly name: string;
  readonly lowered: boolean;
  /** What holds the level by now, mL a day. */
  readonly holdsMlPerDay: number;
  readonly endedAt: number;
}

/** The dose goes back to what holds the level by now. */
export function returnOver({ parameter, name, lowered, holdsMlPerDay, endedAt }: ReturnOver): Answer {
  return {
    says: [
      `Test ${parameter} and set ${name} back to`,
      quantity('doseRate', holdsMlPerDay),
      `: the days of its ${lowered ? 'lowered' : 'raised'} dose are over.`,
    ],
    certainty: 'worked out',
    because: ['They ended on', { moment: endedAt, day: true }, '.'],
  };
}
