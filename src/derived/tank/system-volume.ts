import { systemVolume } from '@/calculators/set-up/system-volume';
import type { Tank } from '@/record/schema';

/** How much water a tank holds, as its row says, in words and figures. */
export function systemVolumeOf({
  name,
  displayL,
  sumpL,
  rockL,
  sandL,
  netVolumeL,
}: Pick<Tank, 'name' | 'displayL' | 'sumpL' | 'rockL' | 'sandL' | 'netVolumeL'>) {
  return systemVolume.run({
    name: name.slice(0, 60),
    displayL,
    sumpL,
    rockL,
    sandL,
    ...(netVolumeL !== null && { ownL: netVolumeL }),
  });
}
