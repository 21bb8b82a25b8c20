import type { Expectation } from '@/quantities/parse-quantity';
import { EVERYDAY } from './everyday';
import { LABORATORY } from './laboratory';
import type { Parameter } from './parameter';
import { PROBES } from './probes';

/** The one list of what is measured. What stands in it can be jotted, logged, kept, exported, drawn and given a target. */
export const PARAMETERS = { ...EVERYDAY, ...LABORATORY, ...PROBES } as const satisfies Record<string, Parameter>;

export type ParameterId = keyof typeof PARAMETERS;
export const PARAMETER_IDS = Object.keys(PARAMETERS) as [ParameterId, ...ParameterId[]];

export type EverydayId = keyof typeof EVERYDAY;
export const EVERYDAY_IDS = Object.keys(EVERYDAY) as [EverydayId, ...EverydayId[]];

/** A parameter as the plain interface: the list's own type is too narrow to loop over. */
export function parameterOf(id: ParameterId): Parameter {
  return PARAMETERS[id];
}

export function isParameter(id: string): id is ParameterId {
  return id in PARAMETERS;
}

/** Those offered where parameters are chosen from: tested week by week, or once read. In the list's order. */
export function offered(read: (id: ParameterId) => boolean): ParameterId[] {
  return PARAMETER_IDS.filter((id) => parameterOf(id).everyday || read(id));
}

/** What a field that takes a reading of this parameter accepts. */
export function readingExpectation(id: ParameterId): Expectation {
  const { name, kind, low, high, usual } = PARAMETERS[id];
  return { field: name, kind, low, high, usual };
}

/**
 * One standard deviation of a careful reading by what it is most often read by: the error of a reading of which no instrument
 * is known. In the parameter's canonical unit, above 0.
 */
export function usualErrorOf(id: ParameterId): number {
  const { kit, probe, laboratory } = parameterOf(id).readBy;
  // pH is read by a probe, the rest by a kit where there is one.
  return (id === 'ph' ? probe : undefined) ?? kit ?? probe ?? laboratory ?? 0;
}
