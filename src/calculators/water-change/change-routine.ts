import { given } from '@/calculators/calculator/given';
import { defineCalculator, type Step } from '../calculator/calculator';
import { saltGIn } from '@/chemistry/mixing/saltwater';
import { Refusal } from '@/chemistry/refusal';
import { quantity } from '@/quantities/quantity';
import { courseOf } from '@/chemistry/water-change/course';
import { FOLLOWED } from '@/chemistry/water-change/followed';
import { refuseOverAll } from './change-input';
import { changesToSettle } from '@/chemistry/water-change/routine';
import { routineInput, rowOf } from './routine-rows';
import { answerFor, cautionsFor, stepsOf } from './routine-answer';

const DAYS_A_YEAR = 365.25;

export const changeRoutine = defineCalculator({
  name: 'change-routine',
  asks: 'Where does a routine of water changes settle the water, what can it support, and what does it cost?',
  input: routineInput,
  example: {
    netVolumeL: '88 L',
    routine: { by: 'changes', changeL: '10 L', everyDays: 7 },
    tank: { alkalinity: '7.9 dKH', calcium: 418, nitrate: 8 },
    newWater: { salinity: '35 ppt', alkalinity: '8.6 dKH', calcium: 432, nitrate: 0 },
    consumptionPerDay: { alkalinity: '0.03 dKH/day', calcium: 0.25, nitrate: -0.13 },
    floor: { alkalinity: '7 dKH', calcium: 400 },
    boxG: '20 kg',
    boxPrice: 62,
  },
  run: (asked) => {
    const { netVolumeL, routine: by, tank, newWater, floor, gramsPerLAt35, boxG, boxPrice } = asked;
    if (by.by === 'changes') refuseOverAll(by.changeL, netVolumeL);
    const followed = FOLLOWED.filter((id) => newWater[id] !== undefined);
    const rows = followed.map((id) => rowOf(id, asked));
    const first = rows.find(({ id }) => id === asked.about) ?? rows.find(({ id }) => id === 'alkalinity') ?? rows[0];
    if (!first)
      throw new Refusal({ field: 'new water', value: 'no level', allowed: 'one level at least of the new water' });
    const litresAYear = (by.by === 'flow' ? by.litresPerDay : by.changeL / by.everyDays) * DAYS_A_YEAR;
    const saltAYearG = saltGIn(litresAYear, newWater.salinity ?? 35, gramsPerLAt35);
    const boxesAYear = boxG === undefined ? undefined : saltAYearG / boxG;
    const costAYear = boxesAYear === undefined || boxPrice === undefined ? undefined : boxesAYear * boxPrice;
    const settling = by.by === 'changes' ? changesToSettle(netVolumeL, by) : undefined;
    const settlingDays =
      by.by === 'changes' ? (settling ?? 0) * by.everyDays : (Math.log(20) * netVolumeL) / by.litresPerDay;
    const course = courseOf(asked, tank);
    const working: Step[] = [
      by.by === 'changes'
        ? {
            label: 'Share each time',
            value: quantity('percent', (by.changeL / netVolumeL) * 100),
            origin: 'equation',
            from: 'litres changed ÷ net volume',
          }
        : {
            label: 'Share a day',
            value: quantity('percent', (by.litresPerDay / netVolumeL) * 100),
            origin: 'equation',
            from: 'litres a day ÷ net volume',
          },
      ...rows.flatMap((row) => stepsOf(row, by.by, floor[row.id], asked.newWaterFrom)),
      {
        label: 'Settled within a twentieth after',
        value: quantity('days', settlingDays),
        origin: 'equation',
        from:
          by.by === 'changes'
            ? `${settling ?? 0} changes: (1 − share) to their power is 0.05`
            : '3 times net volume ÷ litres a day',
      },
      {
        label: 'Saltwater a year',
        value: quantity('volume', litresAYear),
        origin: 'equation',
        from: 'litres a day × 365.25',
      },
      {
        label: 'Salt a year',
        value: quantity('mass', saltAYearG),
        origin: 'equation',
        from: 'at the new water’s salinity',
      },
      ...(boxesAYear === undefined
        ? []
        : [
            {
              label: 'Boxes a year',
              value: quantity('boxes', boxesAYear),
              origin: 'equation' as const,
              from: 'salt ÷ salt in a box',
            },
          ]),
      ...(costAYear === undefined
        ? []
        : [
            {
              label: 'Costs a year',
              value: quantity('money', costAYear),
              origin: 'equation' as const,
              from: 'boxes × price of a box',
            },
          ]),
    ];
    return {
      answer: answerFor(first, by, asked, { saltAYearG, costAYear, settlingDays }),
      working,
      cautions: cautionsFor(rows, asked),
      values: {
        settles: Object.fromEntries(rows.map(({ id, before, after }) => [id, { before, after }])),
        supportsPerDay: Object.fromEntries(
          rows.flatMap(({ id, supportsPerDay }) => (supportsPerDay === undefined ? [] : [[id, supportsPerDay]])),
        ),
        settlingDays,
        litresAYear,
        saltAYearG,
        ...given({ boxesAYear, costAYear }),
        course,
      },
    };
  },
});
