import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import type { Expectation } from '../parse-quantity';

/** Fields to read text into: what a reef keeper's fields of these kinds might take. */
export const FIELDS = {
  alkalinity: { field: 'alkalinity', kind: 'alkalinity', low: 0, high: 25 * DKH, usual: [5 * DKH, 14 * DKH] },
  calcium: { field: 'calcium', kind: 'calcium', low: 50, high: 1000, usual: [300, 550] },
  magnesium: { field: 'magnesium', kind: 'magnesium', low: 100, high: 3000, usual: [1000, 1700] },
  nitrate: { field: 'nitrate', kind: 'nitrate', low: 0, high: 500, usual: [0, 80] },
  phosphate: { field: 'phosphate', kind: 'phosphate', low: 0, high: 10, usual: [0, 1] },
  ph: { field: 'pH', kind: 'ph', low: 6, high: 9.5, usual: [7.5, 8.7] },
  salinity: { field: 'salinity', kind: 'salinity', low: 5, high: 42, usual: [28, 38] },
  temperature: { field: 'temperature', kind: 'temperature', low: 5, high: 40, usual: [20, 31] },
  ammonia: { field: 'ammonia', kind: 'ammonia', low: 0, high: 30, usual: [0, 8] },
  nitrite: { field: 'nitrite', kind: 'nitrite', low: 0, high: 100, usual: [0, 20] },
} as const satisfies Record<string, Expectation>;

export type FieldName = keyof typeof FIELDS;
