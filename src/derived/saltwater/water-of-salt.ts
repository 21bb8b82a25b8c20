import { dicAtRest } from '@/chemistry/carbonate/reef-water';
import { atSalinity, naturalSeawater, otherIons } from '@/chemistry/seawater/composition';
import type { Water } from '@/chemistry/tank-model/water';
import type { WaterOrigins } from '@/calculators/water-change/new-water-from';
import type { Salt } from '@/record/schema';

/**
 * Water mixed from a salt to a salinity: its label's profile told there, else natural seawater's; of the ions no label prints, natural
 * seawater's either way.
 */
export function waterOfSalt(salt: Salt | undefined, salinity: number): Water {
  const profile = profileOf(salt);
  if (!profile) {
    const natural = naturalSeawater(salinity);
    return {
      salinity,
      alkalinity: natural.alkalinityMmolPerL,
      dic: dicAtRest(natural.alkalinityMmolPerL, salinity),
      calcium: natural.calciumMgPerL,
      magnesium: natural.magnesiumMgPerL,
      nitrate: 0,
      phosphate: 0,
      further: otherIons(salinity),
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
    further: otherIons(salinity),
  };
}

/** A profile that says at which salinity it holds; undefined where none is entered. */
function profileOf(salt: Salt | undefined): Salt['profile'] | undefined {
  return salt?.profile && salt.profile.salinity > 0 ? salt.profile : undefined;
}

/** Where each level of `waterOfSalt` comes from. The salinity is what it is mixed to. */
export function originsOfSalt(salt: Salt | undefined): WaterOrigins {
  const told = profileOf(salt) ? 'label' : 'assumed';
  return {
    salinity: 'yours',
    alkalinity: told,
    calcium: told,
    magnesium: told,
    nitrate: 'assumed',
    phosphate: 'assumed',
  };
}
