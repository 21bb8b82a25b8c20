import { DEFAULT_UNITS } from '@/quantities/quantity';
import type { Snapshot, Settings, Tank } from './schema';

export function defaultSettings(zone: string): Settings {
  return { id: 'settings', zone, units: DEFAULT_UNITS, letterShortcuts: true };
}

/** A record in which nothing stands yet. */
export function emptySnapshot(zone: string): Snapshot {
  return {
    settings: defaultSettings(zone),
    tanks: [],
    salts: [],
    solutions: [],
    vessels: [],
    sources: [],
    waterDays: [],
    instruments: [],
    entries: [],
  };
}

/** A tank before its keeper has said anything of it; room figures are common practice. */
export function newTank(id: string): Tank {
  return {
    id,
    name: '',
    displayL: 0,
    sumpL: 0,
    rockL: 0,
    sandL: 0,
    netVolumeL: null,
    reservoirL: 0,
    openSurfaceM2: null,
    room: { airC: 21, humidity: 0.5 },
    saltId: null,
    supplies: ['parts'],
    parts: {},
    targets: {},
  };
}
