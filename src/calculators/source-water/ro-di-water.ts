import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { amount, moment } from '../calculator/calculator-input';
import { quantity } from '@/quantities/quantity';
import { openingTold } from './opening';
import { litresMadePerDay, temperatureFactor } from '@/chemistry/source-water/membrane';

/** Makers rate membranes at 25 °C on soft test water, and allow their own rating this much. From memory. */
const RATED = { temperatureC: 25, tdsMgPerL: 250, doubt: 0.15 } as const;
/** A jug and a clock are good for this. Chosen. */
const MEASURED_DOUBT = 0.05;
const HOUR_MS = 3_600_000;
/** One night's flow past this is a flood waiting to happen. Chosen. */
const LONG_RUN_HOURS = 6;

const rate = z.discriminatedUnion('by', [
  /** The figure on the membrane. */
  z.strictObject({
    by: z.literal('rating'),
    litresPerDay: amount(AMOUNTS.waterMade),
    pressureKPa: amount({ ...AMOUNTS.feedPressure, field: 'pressure of the rating' }),
  }),
  /** What ran into a jug, at a pressure and warmth noted then. */
  z.strictObject({
    by: z.literal('measured'),
    litresPerDay: amount(AMOUNTS.waterMade),
    pressureKPa: amount({ ...AMOUNTS.feedPressure, field: 'pressure when measured' }),
    temperatureC: amount({ ...AMOUNTS.supplyTemperature, field: 'supply temperature when measured' }),
  }),
]);

export const roDiWater = defineCalculator({
  name: 'ro-di-water',
  asks: 'When must the valve be opened for so much RO/DI water, and what does it waste?',
  input: z.strictObject({
    litres: amount({ ...AMOUNTS.batchVolume, field: 'RO/DI water wanted' }),
    rate,
    /** Of the supply as it runs now. */
    temperatureC: amount(AMOUNTS.supplyTemperature),
    pressureKPa: amount(AMOUNTS.feedPressure),
    tdsMgPerL: amount(AMOUNTS.tdsSupply).default(RATED.tdsMgPerL),
    /** Litres of waste for each litre made. */
    wasteRatio: amount(AMOUNTS.wasteRatio).default(4),
    /** Run to waste first: a new filter's dust, or the salt that crept through while the line stood still. */
    flushMinutes: amount(AMOUNTS.flush).default(0),
    now: moment('now').optional(),
    readyBy: moment('ready by').optional(),
  }),
  example: {
    litres: '160 L',
    rate: { by: 'rating', litresPerDay: '75 US gal/day', pressureKPa: '50 psi' },
    temperatureC: '14 °C',
    pressureKPa: '3.2 bar',
    tdsMgPerL: 285,
    wasteRatio: 4,
    flushMinutes: 5,
    now: 1_795_600_000_000,
    readyBy: 1_795_900_000_000,
  },
  run: (input) => {
    const { litres, rate: known, temperatureC, pressureKPa, tdsMgPerL, wasteRatio, flushMinutes, readyBy, now } = input;
    const feed = { pressureKPa, temperatureC, tdsMgPerL, wasteRatio };
    const ratedFeed =
      known.by === 'rating'
        ? { ...RATED, pressureKPa: known.pressureKPa, wasteRatio }
        : { ...feed, pressureKPa: known.pressureKPa, temperatureC: known.temperatureC };
    const litresPerDay = litresMadePerDay({ litresPerDay: known.litresPerDay, feed: ratedFeed }, feed);
    const doubt = known.by === 'rating' ? RATED.doubt : MEASURED_DOUBT;
    const flushHours = flushMinutes / 60;
    const hours = (litres / litresPerDay) * 24 + flushHours;
    // The valve is opened for the slow end of the doubt: water early waits, water late spoils the day.
    const slowHours = (litres / (litresPerDay * (1 - doubt))) * 24 + flushHours;
    const latest = readyBy === undefined ? undefined : Math.max(0, readyBy - slowHours * HOUR_MS);
    const openBy = latest === undefined ? undefined : openingTold(latest, now);
    const late = latest !== undefined && now !== undefined && latest < now;
    const wasteL = litres * wasteRatio + (flushHours * litresPerDay * (1 + wasteRatio)) / 24;
    const working: Step[] = [
      { label: 'RO/DI water wanted', value: quantity('volume', litres), origin: 'yours', from: 'litres' },
      {
        label: known.by === 'rating' ? 'The membrane’s rating' : 'Measured into a jug',
        value: quantity('waterRate', known.litresPerDay),
        origin: known.by === 'rating' ? 'setting' : 'log',
        from:
          known.by === 'rating'
            ? 'its label, at 25 °C and the pressure it names'
            : 'at the pressure and warmth noted then',
      },
      {
        label: 'For the cold, against 25 °C',
        value: quantity('ratio', temperatureFactor(temperatureC)),
        origin: 'equation',
        from: `1.03 to the power of ${Number(temperatureC.toFixed(1))} − 25, ASTM D4516 (from memory)`,
      },
      {
        label: 'Made in a day',
        value: quantity('waterRate', litresPerDay),
        origin: 'equation',
        from: 'in proportion to warmth and to pressure less the water’s osmotic pressure, ASTM D4516 (from memory)',
      },
      {
        label: 'Time it runs',
        value: quantity('days', hours / 24),
        origin: 'equation',
        from: `litres ÷ litres a day${flushMinutes > 0 ? `, and ${flushMinutes} minutes of flushing` : ''}`,
      },
      {
        label: 'Waste water',
        value: quantity('volume', wasteL),
        origin: 'equation',
        from: `${wasteRatio} litres for each litre made`,
      },
    ];
    const cautions: Caution[] = [
      {
        severity: 'caution',
        usual: true,
        says: [
          'Watch what fills, or give it a float valve or a timer: a vessel that runs over floods a floor. What a floor bears and what a plumber must fit, local rules and a licensed hand decide.',
        ],
      },
    ];
    if (hours > LONG_RUN_HOURS)
      cautions.push({
        severity: 'note',
        says: ['It runs for hours: look at it on the way, and do not leave it for a night without a float valve.'],
      });
    if (temperatureC > 35)
      cautions.push({ severity: 'caution', says: ['Most membranes and housings are not meant for water this warm.'] });
    return {
      answer: {
        says:
          openBy === undefined || readyBy === undefined
            ? ['Run the RO/DI unit for', quantity('days', hours / 24), 'to make', quantity('volume', litres), '.']
            : late
              ? [
                  'It is too late for',
                  { moment: readyBy },
                  ': opened now,',
                  quantity('volume', litres),
                  'are ready by',
                  { moment: (now ?? 0) + Math.ceil(slowHours * HOUR_MS) },
                  '.',
                ]
              : [
                  'For',
                  quantity('volume', litres),
                  'by',
                  { moment: readyBy },
                  ', open the valve by',
                  { moment: openBy },
                  '.',
                ],
        certainty: known.by === 'rating' ? ('rough' as const) : ('worked out' as const),
        because: [
          'It makes between',
          quantity('waterRate', litresPerDay * (1 - doubt)),
          'and',
          quantity('waterRate', litresPerDay * (1 + doubt)),
          'as the supply runs, and sends',
          quantity('volume', wasteL),
          'to waste.',
        ],
      },
      working,
      cautions,
      values: {
        litresPerDay,
        hours,
        slowHours,
        wasteL,
        ...(openBy !== undefined && { openBy, late }),
      },
    };
  },
});
