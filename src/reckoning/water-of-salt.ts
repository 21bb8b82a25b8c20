import { dicAtRest } from '@/chemistry/carbonate/reef-water';
import { atSalinity, naturalSeawater } from '@/chemistry/seawater/composition';
import type { Water } from '@/chemistry/tank-model/water';
import type { Salt } from '@/record/schema';

/** Water mixed from a salt to a salinity: its label's profile told there, else natural seawater's. */
export function waterOfSalt(salt: Salt | undefined, salinity: number): Water {
  const profile = salt?.profile;
  if (!profile || profile.salinity === 0) {
    const natural = naturalSeawater(salinity);
    return {
      salinity,
      alkalinity: natural.alkalinityMmolPerL,
      dic: dicAtRest(natural.alkalinityMmolPerL, salinity),
      calcium: natural.calciumMgPerL,
      magnesium: natural.magnesiumMgPerL,
      nitrate: 0,
      phosphate: 0,
    };
  }
  const told = (amountPerL: number) => atSalinity(amountPerL, profile.salinity, salinity);
  const alkalinity = told(profile.alkalinity);
  return {
    salinity,
    alkalinity,
    dic: dicAtRest(alkalinity, salinity),
    calcium: told(profile.calcium),
    magnesium: told(profile.magnesium),
    nitrate: 0,
    phosphate: 0,
  };
}
