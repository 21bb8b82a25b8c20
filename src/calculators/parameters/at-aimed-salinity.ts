import { atSalinity35 } from '@/chemistry/readings/at-salinity';

/** Off the salinity aimed at by less than this, a level is judged as it was read: a careful salinity test errs by half of it. Chosen. */
const OFF_BY_PPT = 0.5;
/** One standard deviation of a careful salinity reading, ppt. Common practice. */
const SALINITY_SD = 0.25;

/** A level as it is judged. */
export interface JudgedLevel {
  readonly value: number;
  readonly sd: number;
  /** As it was read and at which salinity, where that is off the aim; undefined where it is judged as it was read. */
  readonly read?: { readonly value: number; readonly salinity: number; readonly aim: number };
}

/**
 * A level as it would read at the salinity its water is meant to have: what is low because the salt is low comes right with it, and
 * correcting both overshoots.
 * @param level of alkalinity, calcium, magnesium or another ion of the sea's salt, with its standard deviation
 * @param salinity of the same water, ppt; undefined where it was not read about then
 * @param aim the salinity it is meant to have, ppt
 * @throws Refusal for a salinity outside 5 to 42
 * Source: constancy of composition (`chemistry/readings/at-salinity.ts`).
 * @example atAimedSalinity({ value: 380, sd: 8 }, 31.9, 35).value // 416.9
 */
export function atAimedSalinity(
  level: { readonly value: number; readonly sd: number },
  salinity: number | undefined,
  aim: number,
): JudgedLevel {
  if (salinity === undefined || Math.abs(salinity - aim) <= OFF_BY_PPT) return level;
  const at35 = atSalinity35({ at: 0, ...level }, { salinity, sd: SALINITY_SD });
  return {
    value: (at35.value * aim) / 35,
    sd: (at35.sd * aim) / 35,
    read: { value: level.value, salinity, aim },
  };
}
