import { z } from 'zod';
import { amount, moment, share } from '../calculator-input';
import { AMOUNTS } from '../amounts';
import { defineCalculator, type Caution, type Step } from '../calculator';
import { readingExpectation } from '../parameters';
import { within } from '../refusal';
import { DAY_MS, simulate } from '../tank-model/simulate';
import { FRESH_WATER, type Water } from '../tank-model/water';
import { quantity } from '../units/quantity';
import { rateFromRefills } from './from-refills';
import { poolEvaporationLPerDay } from './pool';

/** How far the general formula is off for a hobby tank, as a share: covers, skimmers and room air differ. Common practice. */
const ROUGH_ERROR = 0.35;

export const topOff = defineCalculator({
  name: 'top-off',
  asks: 'How much water does the tank lose, and how long will the reservoir last?',
  input: z.strictObject({
    now: moment('now'),
    netVolumeL: amount(AMOUNTS.netVolume),
    salinity: amount(readingExpectation('salinity')),
    reservoirL: amount(AMOUNTS.reservoir),
    refills: z
      .array(z.strictObject({ at: moment('moment of the refill'), litres: amount(AMOUNTS.refill) }))
      .default([]),
    surroundings: z.strictObject({
      openSurfaceM2: amount({ ...AMOUNTS.openSurface, low: 0 }),
      waterC: amount(readingExpectation('temperature')),
      airC: amount(AMOUNTS.roomTemperature),
      humidity: share('room humidity'),
    }),
    /** The keeper's own figure, when it overrules the log. */
    litresPerDay: amount({ field: 'loss a day', kind: 'waterRate', low: 0, high: 10_000, usual: [0.1, 50] }).optional(),
  }),
  example: {
    now: 1_771_600_000_000,
    netVolumeL: 378,
    salinity: 35,
    reservoirL: '20 L',
    refills: [
      { at: 1_770_900_000_000, litres: 17.5 },
      { at: 1_771_400_000_000, litres: 20 },
    ],
    surroundings: { openSurfaceM2: '1.08 m²', waterC: 25.5, airC: '70 F', humidity: '50 %' },
  },
  run: ({ now, netVolumeL, salinity, reservoirL, refills, surroundings, litresPerDay: own }) => {
    const logged = rateFromRefills(refills);
    const rough = poolEvaporationLPerDay({ ...surroundings, salinity });
    const litresPerDay =
      own === undefined ? (logged?.litresPerDay ?? rough) : within('loss a day', own, 0, netVolumeL, 'L');
    const sd = own === undefined ? (logged?.sd ?? rough * ROUGH_ERROR) : 0;
    const low = Math.max(0, litresPerDay - 2 * sd);
    const high = litresPerDay + 2 * sd;

    const lastRefillAt = refills.length > 0 ? Math.max(...refills.map((refill) => refill.at)) : undefined;
    const usedL =
      lastRefillAt === undefined ? 0 : Math.min(reservoirL, (litresPerDay * Math.max(0, now - lastRefillAt)) / DAY_MS);
    const leftL = reservoirL - usedL;
    const daysLeft = litresPerDay > 0 ? leftL / litresPerDay : undefined;

    const worst = pourAll(netVolumeL, salinity, reservoirL);
    const dryPerDay = litresPerDay > 0 ? hoursToDrift(netVolumeL, salinity, litresPerDay) : undefined;

    const working: Step[] = [];
    if (own !== undefined)
      working.push({ label: 'Loss', value: quantity('waterRate', own), origin: 'yours', from: 'your figure' });
    if (logged) {
      working.push({
        label: 'Loss by refills',
        value: quantity('waterRate', logged.litresPerDay),
        origin: 'log',
        from: `${logged.refills} refills over ${logged.days.toFixed(1)} days, each replacing what went since the one before`,
      });
    }
    working.push({
      label: logged || own !== undefined ? 'Loss by formula, for comparison' : 'Loss by formula',
      value: quantity('waterRate', rough),
      origin: 'equation',
      from: `ASHRAE pool formula: ${surroundings.openSurfaceM2.toFixed(2)} m² open, water ${surroundings.waterC.toFixed(1)} °C, room ${surroundings.airC.toFixed(1)} °C at ${Math.round(surroundings.humidity * 100)} %`,
    });
    working.push({
      label: 'Reservoir',
      value: quantity('volume', reservoirL),
      origin: 'setting',
      from: 'the tank’s own settings',
    });
    working.push({
      label: 'Gone since the last refill',
      value: quantity('volume', usedL),
      origin: 'equation',
      from:
        lastRefillAt === undefined
          ? 'no refill logged: taken as full'
          : 'loss × days since, the refill taken as to the brim',
    });
    working.push({
      label: 'Salinity if it all ran in',
      value: quantity('salinity', worst),
      origin: 'equation',
      from: 'the tank model: the whole reservoir poured into the net volume, nothing overflowing',
    });

    const cautions: Caution[] = [];
    if (salinity - worst > 1) {
      cautions.push({
        severity: 'harm',
        says: [
          'A top-off stuck on would pour in',
          quantity('volume', reservoirL),
          'and take salinity from',
          quantity('salinity', salinity),
          'to',
          quantity('salinity', worst),
          ', and may flood the floor. A second, independent sensor that cuts the pump, or a smaller reservoir, limits it; keep the outlet above the reservoir’s water so that it cannot siphon.',
        ],
      });
    }
    if (dryPerDay !== undefined)
      cautions.push({
        severity: 'care',
        says: ['A top-off that stops lets salinity rise 1 ppt in about', quantity('days', dryPerDay / 24), '.'],
      });
    if (logged && Math.abs(logged.litresPerDay - rough) > 2 * Math.hypot(logged.sd, rough * ROUGH_ERROR)) {
      cautions.push({
        severity: 'note',
        says: [
          'The log and the formula stand far apart. A leak, a missed refill or a cover would do that; so would a wrong open surface.',
        ],
      });
    }
    return {
      answer: {
        says:
          daysLeft === undefined
            ? ['The tank loses', quantity('waterRate', litresPerDay), '.']
            : leftL <= 0
              ? ['Refill the reservoir now: at', quantity('waterRate', litresPerDay), 'it has run dry.']
              : [
                  'Refill within',
                  quantity('days', daysLeft),
                  ': the tank loses',
                  quantity('waterRate', litresPerDay),
                  '.',
                ],
        certainty:
          own !== undefined
            ? ('worked out' as const)
            : logged
              ? logged.sd / logged.litresPerDay < 0.15
                ? ('steady' as const)
                : ('rough' as const)
              : ('rough' as const),
        because:
          logged || own !== undefined
            ? [
                'Between',
                quantity('waterRate', low),
                'and',
                quantity('waterRate', high),
                ';',
                quantity('volume', leftL),
                'should be left in the reservoir.',
              ]
            : [
                'No two refills are logged yet, so this is the general formula: between',
                quantity('waterRate', low),
                'and',
                quantity('waterRate', high),
                '.',
              ],
      },
      working,
      cautions,
      values: {
        litresPerDay,
        sd,
        leftL,
        daysLeft,
        worstSalinity: worst,
        roughLPerDay: rough,
        fromLog: logged !== undefined && own === undefined,
      },
    };
  },
});

function waterOf(salinity: number): Water {
  return { ...FRESH_WATER, salinity };
}

function pourAll(volumeL: number, salinity: number, litres: number): number {
  const [state] = simulate(
    { at: 0, volumeL, water: waterOf(salinity) },
    [{ kind: 'fresh-water', at: 0, volumeL: litres }],
    [1],
  );
  return state?.water.salinity ?? salinity;
}

/** Hours without top-off until salinity has risen 1 ppt: the model run without top-off, sampled each hour. */
function hoursToDrift(volumeL: number, salinity: number, lossLPerDay: number): number | undefined {
  const hours = Array.from({ length: 24 * 14 }, (_, hour) => (hour * DAY_MS) / 24).filter(
    (at) => (lossLPerDay * at) / DAY_MS < volumeL * 0.5,
  );
  const states = simulate(
    { at: 0, volumeL, water: waterOf(salinity) },
    [{ kind: 'evaporation', at: 0, litresPerDay: lossLPerDay }],
    hours,
  );
  const risen = states.find((state) => state.water.salinity >= salinity + 1);
  return risen ? (risen.at / DAY_MS) * 24 : undefined;
}
