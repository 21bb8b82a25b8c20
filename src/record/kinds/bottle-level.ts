import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { id, within } from '../rows/fields';
import { knownSolutions, NO_LONGER_KEPT, SOLUTION_CHOICE } from './dosing';
import { defineKind, figuresOfForm, OF_A_TANK, solutionName, told } from './entry-kind';

/** What stands in a solution's bottle. */
export const bottleLevel = defineKind({
  kind: 'bottle-level',
  title: 'Bottle read',
  tankId: OF_A_TANK,
  shape: { solutionId: id, volumeMl: within(TOP_OFF_AMOUNTS.bottle) },
  verbs: {
    /** "bottle carbonate 1.2 l". */
    bottle: (scanner, from) => {
      const solution = scanner.readSolution();
      const volumeMl = solution && scanner.readQuantity(TOP_OFF_AMOUNTS.bottle, from);
      if (solution && volumeMl !== undefined) return (at) => ({ at, solutionId: solution.id, volumeMl });
      if (!solution) scanner.problem(from, `Which bottle? ${knownSolutions(scanner)}`);
      return undefined;
    },
  },
  describe: ({ solutionId, volumeMl }, house) =>
    `${told('dose', volumeMl, house.settings.units)} in the bottle of ${solutionName(house, solutionId, NO_LONGER_KEPT)}`,
  figures: ({ solutionId, volumeMl }, house) => [
    [`in the bottle of ${solutionName(house, solutionId)}`, volumeMl, 'mL'],
  ],
  form: {
    offered: true,
    figures: figuresOfForm(['volumeMl', 'In the bottle', TOP_OFF_AMOUNTS.bottle]),
    choices: [SOLUTION_CHOICE],
  },
});
