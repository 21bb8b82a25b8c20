import type { Cover, Moved } from '@/chemistry/evaporation/surfaces';

/** What lies over a surface, as it is chosen from. */
export const COVER_NAMES: Readonly<Record<Cover, string>> = {
  open: 'open',
  net: 'a net',
  canopy: 'a closed canopy or stand',
  lid: 'a lid with gaps',
  'tight lid': 'a lid that fits',
};

/** How a surface moves, as it is chosen from. */
export const MOVED_NAMES: Readonly<Record<Moved, string>> = {
  calm: 'calm',
  rippled: 'rippled',
  broken: 'broken by overflow and pumps',
};
