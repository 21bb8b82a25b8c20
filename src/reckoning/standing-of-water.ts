import { PARAMETERS, PARAMETER_IDS, type ParameterId } from '@/chemistry/parameters';
import type { Book, Tank } from '@/record/schema';
import { lastReading, type DatedValue } from './readings';

export interface ParameterStanding {
  readonly parameter: ParameterId;
  readonly last: DatedValue;
  readonly band: readonly [number, number];
  /** Outside the band by more than the test's own error could explain. */
  readonly place: 'in band' | 'low' | 'high' | 'at the edge';
}

/** Where each measured parameter stands against the tank's target band. */
export function standingOfWater(book: Book, tank: Tank): ParameterStanding[] {
  return PARAMETER_IDS.flatMap((parameter): ParameterStanding[] => {
    const last = lastReading(book, tank.id, parameter);
    const band = tank.targets[parameter];
    if (!last || !band) return [];
    return [{ parameter, last, band, place: placeIn(last.value, band, PARAMETERS[parameter].testError) }];
  });
}

function placeIn(value: number, [low, high]: readonly [number, number], testError: number): ParameterStanding['place'] {
  if (value >= low && value <= high) return 'in band';
  if (value < low) return low - value > testError ? 'low' : 'at the edge';
  return value - high > testError ? 'high' : 'at the edge';
}
