import { carbonateOfWater, dicAtRest } from '@/chemistry/carbonate/reef-water';

export interface PhLift {
  readonly share: number;
  /** NBS, as soon as the new water is mixed in. */
  readonly phAfter: number;
}

/** A pH below it is a sag. Common practice: the lower end of the band. */
export const SAG_BELOW = 7.8;
/** What keepers change to lift it. Common practice. */
export const LIFTING_SHARES = [0.1, 0.15] as const;

/**
 * What a change of water does to pH at once: alkalinity and dissolved carbon mix in proportion, and the pH follows from both.
 * @param tank its alkalinity in mmol/L and its NBS pH
 * @param newWater its alkalinity in mmol/L; it has come to rest with outdoor air while it was mixed
 */
export function phAfterChange(
  tank: { readonly alkalinity: number; readonly phNbs: number },
  newWater: { readonly alkalinity: number },
  salinity: number,
  temperatureC: number,
  share: number,
): PhLift {
  const before = carbonateOfWater({ alkalinityMmolPerL: tank.alkalinity, phNbs: tank.phNbs }, salinity, temperatureC);
  const mixed = (old: number, fresh: number) => old * (1 - share) + fresh * share;
  const after = carbonateOfWater(
    {
      alkalinityMmolPerL: mixed(tank.alkalinity, newWater.alkalinity),
      dicMmolPerL: mixed(before.dicMmolPerL, dicAtRest(newWater.alkalinity, salinity, temperatureC)),
    },
    salinity,
    temperatureC,
  );
  return { share, phAfter: after.phNbs };
}
