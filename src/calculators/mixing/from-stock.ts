import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Step } from '../calculator/calculator';
import { amount } from '../calculator/calculator-input';
import { Refusal } from '@/chemistry/refusal';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { BATCH_C, saltwaterKg, saltwaterL } from '@/chemistry/mixing/saltwater';

/** Litres of each of two waters that make a third. */
export function blend(litres: number, target: number, stock: number, water: number) {
  // Salt and mass are kept: m = m₁ + m₂ and m·S = m₁·S₁ + m₂·S₂.
  const kg = saltwaterKg(litres, target);
  const stockKg = (kg * (target - water)) / (stock - water);
  return { stockL: saltwaterL(stockKg, stock), waterL: saltwaterL(Math.max(0, kg - stockKg), water) };
}

export const fromStock = defineCalculator({
  name: 'from-stock',
  asks: 'How much of a batch in stock, and how much water, make so much at another salinity?',
  input: z.strictObject({
    litresWanted: amount(AMOUNTS.batchVolume),
    target: amount(AMOUNTS.batchSalinity),
    stockSalinity: amount({ ...AMOUNTS.measuredSalinity, field: 'salinity of the stock' }),
    /** Litres of it there are; enough when left out. */
    stockL: amount({ ...AMOUNTS.batchVolume, field: 'litres in stock' }).optional(),
    /** What it is let down with: RO/DI water, or a weaker batch. */
    waterSalinity: amount({ field: 'salinity of the water', kind: 'salinity', low: 0, high: 42 }).default(0),
  }),
  example: { litresWanted: '46 L', target: '32 ppt', stockSalinity: '35.1 ppt', stockL: '60 L' },
  run: ({ litresWanted, target, stockSalinity, stockL, waterSalinity }) => {
    const shown = (salinity: number) => showText(quantity('salinity', salinity), DEFAULT_UNITS);
    const [low, high] = [Math.min(waterSalinity, stockSalinity), Math.max(waterSalinity, stockSalinity)];
    if (target < low || target > high || (low === high && waterSalinity !== 0))
      throw new Refusal({
        field: 'target salinity',
        value: shown(target),
        allowed: `${shown(low)} to ${shown(high)}, between the two waters`,
        hint:
          target < waterSalinity
            ? 'The target lies below the water it is let down with: is that RO/DI water?'
            : 'Letting down makes a stock weaker, never stronger: mix a new batch, or add salt to this one.',
      });
    const { stockL: needL, waterL } = blend(litresWanted, target, stockSalinity, waterSalinity);
    if (stockL !== undefined && needL > stockL * (1 + 1e-9)) {
      const most = Math.floor(((litresWanted * stockL) / needL) * 10) / 10;
      throw new Refusal({
        field: 'saltwater wanted',
        value: showText(quantity('volume', litresWanted), DEFAULT_UNITS),
        allowed: `up to ${most} L, which is what the stock reaches for`,
        hint: `It takes ${needL.toFixed(1)} L of the stock and there are ${stockL.toFixed(1)}.`,
        suggestion: `${most} L`,
      });
    }
    const other = waterSalinity === 0 ? 'RO/DI water' : 'the weaker water';
    const working: Step[] = [
      { label: 'Saltwater wanted', value: quantity('volume', litresWanted), origin: 'yours', from: 'as given' },
      { label: 'Salinity of the stock', value: quantity('salinity', stockSalinity), origin: 'yours', from: 'as read' },
      {
        label: 'Of the stock',
        value: quantity('volume', needL),
        origin: 'equation',
        from: '(target − water) ÷ (stock − water) of the mass',
      },
      {
        label: `Of ${other}`,
        value: quantity('volume', waterL),
        origin: 'equation',
        from: `what is left of the mass; litres by EOS-80 at ${BATCH_C} °C (UNESCO 1983)`,
      },
    ];
    return {
      answer: {
        says: ['Pour', quantity('volume', needL), 'of the stock to', quantity('volume', waterL), `of ${other}.`],
        certainty: 'worked out',
        because: ['It makes', quantity('volume', litresWanted), 'at', quantity('salinity', target), '.'],
      },
      working,
      cautions: [
        {
          severity: 'caution',
          says: [
            'Stir, wait until it reads steadily, and measure it before use: the stock’s own reading goes into it whole.',
          ],
        },
      ],
      values: { litresOfStock: needL, litresOfWater: waterL },
    };
  },
});
