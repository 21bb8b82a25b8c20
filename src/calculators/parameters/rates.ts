import type { QuantityKind } from '@/quantities/kinds';
import { parameterOf, type ParameterId } from './parameters';

/** How a change of a parameter's level a day is written. */
const RATE_KINDS: Partial<Record<QuantityKind, QuantityKind>> = {
  alkalinity: 'alkalinityRate',
  calcium: 'ionRate',
  magnesium: 'ionRate',
  ion: 'ionRate',
  nitrate: 'ionRate',
  phosphate: 'phosphateRate',
  salinity: 'salinityRate',
  temperature: 'temperatureRate',
  ph: 'phRate',
  ammonia: 'ammoniaRate',
  nitrite: 'ammoniaRate',
  trace: 'traceRate',
  redox: 'redoxRate',
};

/** The kind of quantity a change of it a day is; undefined where there is none to write it in. */
export function rateKindOf(parameter: ParameterId): QuantityKind | undefined {
  return RATE_KINDS[parameterOf(parameter).kind];
}

/** A difference of two of its levels: of most the same kind; of temperature and salinity a difference has no zero point, and is a rate's own unit. */
export function differenceKindOf(parameter: ParameterId): QuantityKind {
  const { kind } = parameterOf(parameter);
  return DIFFERENCE_KINDS[kind] ?? kind;
}

const DIFFERENCE_KINDS: Partial<Record<QuantityKind, QuantityKind>> = {
  temperature: 'temperatureDifference',
  salinity: 'salinityDifference',
  ph: 'phDifference',
};
