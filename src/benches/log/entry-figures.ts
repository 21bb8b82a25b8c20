import { AMOUNTS } from '@/calculators/calculator/amounts';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import type { Expectation } from '@/chemistry/units/parse-quantity';
import { SOURCE_FIGURES } from '@/interface/source-figures';
import type { EntryKind } from '@/record/schema';

/** Batches are logged where they are mixed; here they can be corrected. */
export const NEW_KINDS: readonly EntryKind[] = [
  'reading',
  'water-change',
  'refill',
  'reservoir-level',
  'room',
  'upkeep',
  'bottle-level',
  'pump-run',
  'dose',
  'standing-dose',
  'reactor',
  'put-in',
  'note',
];

/** Kinds that name a solution. */
export const OF_A_SOLUTION: ReadonlySet<EntryKind> = new Set<EntryKind>(['dose', 'standing-dose', 'bottle-level']);

/** The figures each kind of entry is made of, other than a test's. */
const FIGURES: Record<
  Exclude<EntryKind, 'reading' | 'note' | 'part-fitted' | 'step-done' | 'set-up-step' | 'upkeep'>,
  readonly Figure[]
> = {
  'water-change': [
    ['volumeL', 'Water changed', AMOUNTS.waterChange],
    ['salinity', 'Salinity of the new water', AMOUNTS.newWaterSalinity, true],
  ],
  refill: [
    ['volumeL', 'Put into the reservoir', AMOUNTS.refill],
    ['leavesL', 'Then in it, if not full', TOP_OFF_AMOUNTS.reservoirLevel, true],
  ],
  'reservoir-level': [['litres', 'In the reservoir', TOP_OFF_AMOUNTS.reservoirLevel]],
  'pump-run': [
    ['ranDays', 'The top-off pump ran', TOP_OFF_AMOUNTS.minutesRun],
    ['overDays', 'Counted over', TOP_OFF_AMOUNTS.runOver],
  ],
  room: [
    ['airC', 'Room temperature', AMOUNTS.roomTemperature, true],
    ['humidityPercent', 'Humidity', AMOUNTS.humidity, true],
  ],
  'bottle-level': [['volumeMl', 'In the bottle', TOP_OFF_AMOUNTS.bottle]],
  dose: [['volumeMl', 'Dosed once', AMOUNTS.dose]],
  'standing-dose': [['mlPerDay', 'Dosed a day from then on', AMOUNTS.standingDose]],
  reactor: [
    ['mlPerMin', 'Flow from then on', AMOUNTS.reactorFlow],
    ['effluentAlkalinity', 'Effluent alkalinity', AMOUNTS.effluent],
  ],
  batch: [
    ['volumeL', 'Saltwater mixed', AMOUNTS.batchVolume],
    ['saltG', 'Salt weighed', AMOUNTS.saltMass],
    ['targetSalinity', 'Target salinity', AMOUNTS.batchSalinity],
    ['measuredSalinity', 'Measured after mixing', AMOUNTS.measuredSalinity, true],
  ],
  'batch-check': [
    ['salinity', 'It read', AMOUNTS.measuredSalinity],
    ['alkalinity', 'Alkalinity', readingExpectation('alkalinity'), true],
    ['calcium', 'Calcium', readingExpectation('calcium'), true],
    ['magnesium', 'Magnesium', readingExpectation('magnesium'), true],
    ['temperatureC', 'Temperature', readingExpectation('temperature'), true],
    ['saltAddedG', 'Salt added then', AMOUNTS.saltMass, true],
    ['waterTakenOutL', 'Taken out then', AMOUNTS.batchVolume, true],
    ['waterPouredInL', 'Purified water poured in', AMOUNTS.batchVolume, true],
  ],
  'source-test': SOURCE_FIGURES,
  'put-in': [['count', 'How many', AMOUNTS.addedCount, true]],
};

type Figure = readonly [key: string, label: string, expected: Expectation, optional?: true];

export function figuresFor(kind: EntryKind): readonly Figure[] {
  return kind in FIGURES ? FIGURES[kind as keyof typeof FIGURES] : [];
}
