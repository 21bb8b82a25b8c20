import { defineCalculator } from '../calculator/calculator';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { awayInput } from './away-input';
import { awayAnswer, awayCautions, awayWorking, beforeLeaving, helperLines } from './away-answer';
import { dryAfterwards, refillsNeeded, supplyOf } from './supply';

export const away = defineCalculator({
  name: 'away',
  asks: 'Can the tank be left for so many days, and what must be filled first?',
  input: awayInput,
  example: {
    leavesAt: 1_771_600_000_000,
    days: 12,
    netVolumeL: '310 L',
    salinity: 35,
    bandHigh: 36,
    drawnLPerDay: 3.4,
    drawnAtMostLPerDay: 3.7,
    evaporationLPerDay: 3.4,
    reservoirL: '25 L',
    bottles: [{ name: 'Carbonate part', mlPerDay: 28, holdsMl: '600 mL' }],
    feeder: { portions: 20, perDay: 2 },
  },
  run: (input) => {
    const { days, leavesAt, bottles, feeder } = input;
    const backAt = leavesAt + days * DAY_MS;
    const { drawnLPerDay, drawnAtMostLPerDay = drawnLPerDay, reservoirL } = input;
    const water =
      drawnLPerDay === undefined || drawnAtMostLPerDay === undefined
        ? undefined
        : supplyOf('The reservoir', 'volume', reservoirL, drawnLPerDay, drawnAtMostLPerDay, input);
    const doses = bottles
      .filter(({ mlPerDay }) => mlPerDay > 0)
      .map(({ name, mlPerDay, holdsMl }) => ({
        supply: supplyOf(name, 'dose', holdsMl ?? 0, mlPerDay, mlPerDay, input),
        known: holdsMl !== undefined,
      }));
    const food = feeder && supplyOf('The feeder', 'ratio', feeder.portions, feeder.perDay, feeder.perDay, input);
    const known = [
      ...(water && water.perDayAtMost > 0 && reservoirL > 0 ? [water] : []),
      ...doses.filter((dose) => dose.known).map(({ supply }) => supply),
      ...(food ? [food] : []),
    ].toSorted((a, b) => a.lastsDays - b.lastsDays);
    const first = known[0];
    const refills = water ? refillsNeeded(input, water) : [];
    const dry = water && dryAfterwards(input, water);
    return {
      answer: awayAnswer(input, water, first, refills),
      working: awayWorking(input, known, dry),
      cautions: awayCautions(input, known, dry, refills),
      values: {
        backAt,
        supplies: known,
        refills,
        beforeLeaving: beforeLeaving(input, doses, food),
        helper: helperLines(input, water, refills, food),
        ...(dry !== undefined && { outOfBandAt: dry }),
      },
    };
  },
});
