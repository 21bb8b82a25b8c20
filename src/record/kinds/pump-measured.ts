import { AMOUNTS } from '@/calculators/calculator/amounts';
import { id, bounded } from '../rows/fields';
import { NO_LONGER_KEPT } from './dosing';
import { defineKind, figuresAt, OF_A_TANK, solutionName, formatted } from './entry-kind';

/** A dosing pump's delivery measured: so many millilitres in so long, and what it was set to give meanwhile. */
export const pumpMeasured = defineKind({
  kind: 'pump-measured',
  title: 'Pump measured',
  tankId: OF_A_TANK,
  shape: {
    solutionId: id,
    gaveMl: bounded(AMOUNTS.measuredGave),
    ranDays: bounded(AMOUNTS.measuredRun),
    /** Left out where the pump is set by time and not by millilitres. */
    setMl: bounded(AMOUNTS.measuredSet).optional(),
  },
  jot: [
    {
      words: ['measured', 'pump measured'],
      solution: true,
      figures: {
        gaveMl: { expected: AMOUNTS.measuredGave },
        ranDays: { expected: AMOUNTS.measuredRun, after: ['in', 'within'] },
        setMl: { expected: AMOUNTS.measuredSet, optional: true, after: ['for', 'set to', 'instead of'] },
      },
      flags: ['pump', 'gave'],
      make: ({ figures: { gaveMl, ranDays, setMl }, solutionId }) =>
        gaveMl === undefined || ranDays === undefined || solutionId === undefined
          ? undefined
          : { solutionId, gaveMl, ranDays, ...(setMl !== undefined && { setMl }) },
    },
  ],
  describe: ({ solutionId, gaveMl, ranDays, setMl }, house) => {
    const { units } = house.settings;
    const set = setMl === undefined ? '' : `, set to ${formatted('dose', setMl, units)}`;
    return `pump of ${solutionName(house, solutionId, NO_LONGER_KEPT)} gave ${formatted('dose', gaveMl, units)} in ${formatted('days', ranDays, units)}${set}`;
  },
  figures: (row, house) => [
    [`given by the pump of ${solutionName(house, row.solutionId)}`, row.gaveMl, 'mL'],
    ['time it ran', row.ranDays, 'days'],
    ...figuresAt(row, [['setMl', 'set to give', 'mL']]),
  ],
});
