import type { Finding } from '@/calculators/nutrients/level-findings';
import type { AskConcern } from '../concern';
import { nutrientLevelsOf } from './nutrient-questions';

/** What presses in every school; the rest is told on its bench, and by the levels. */
const PRESSES: ReadonlySet<Finding> = new Set<Finding>([
  'both zero',
  'lean at high alkalinity',
  'paling while lean',
  'nitrate gone',
  'phosphate gone',
  'cyanobacteria after food',
]);

/** Nitrate and phosphate together, where that is a finding in every school. */
export const nutrientsConcern: AskConcern = (snapshot, tank, now) => {
  const { answer, values } = nutrientLevelsOf(snapshot, tank, now);
  const [first] = values.findings;
  return first && PRESSES.has(first) ? { answer, facts: {} } : undefined;
};
