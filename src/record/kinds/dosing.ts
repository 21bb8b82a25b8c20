import type { Expectation } from '@/chemistry/units/parse-quantity';
import type { Scanner } from '../line/scanner';
import type { Verb } from './entry-kind';

/** How a dose is jotted: "20ml carbonate", "carbonate 20 ml/day" or "carbonate off". */
export function dosingVerb<Draft>(
  expected: Expectation,
  make: (solutionId: string, amount: number, scanner: Scanner, from: number) => (at: number) => Draft,
): Verb<Draft> {
  return (scanner, from) => {
    const before = scanner.readSolution();
    if (before && expected.kind === 'doseRate' && scanner.take(/^\s*off\b/i)) return make(before.id, 0, scanner, from);
    const value = scanner.readQuantity(expected, from);
    if (value === undefined) return undefined;
    scanner.skipFillers();
    const solution = before ?? scanner.readSolution();
    if (solution) return make(solution.id, value, scanner, from);
    scanner.problem(from, `Which solution? ${knownSolutions(scanner)}`);
    return undefined;
  };
}

export function knownSolutions({ context: { solutions } }: Scanner): string {
  return solutions.length > 0
    ? `Known here: ${solutions.map(({ name }) => name).join(', ')}.`
    : 'No solution is described yet: add one under Bottles and solutions › Solutions, then log it.';
}

export const SOLUTION_CHOICE = { key: 'solutionId', label: 'Solution', options: 'solutions' } as const;
/** What a solution is called in a description once its row is gone. */
export const NO_LONGER_KEPT = 'a solution no longer listed';
