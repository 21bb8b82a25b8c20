import { PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import type { Tank } from '@/record/schema';

/** A tank's target band of a parameter, or the band keepers hold. */
export function bandFor(tank: Tank, parameter: ParameterId): readonly [low: number, high: number] {
  return tank.targets[parameter] ?? PARAMETERS[parameter].band;
}

/** The middle of it. */
export function aimFor(tank: Tank, parameter: ParameterId): number {
  const [low, high] = bandFor(tank, parameter);
  return (low + high) / 2;
}
