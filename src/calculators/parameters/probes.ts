import type { Parameter } from './parameter';

/** What probes tell beside the water's own chemistry. Bands and errors are common practice. */
export const PROBES = {
  orp: {
    name: 'ORP',
    words: ['orp', 'redox'],
    kind: 'redox',
    low: -500,
    high: 800,
    usual: [150, 480],
    band: [250, 400],
    readBy: { probe: 15 },
  },
  roomCo2: {
    name: 'CO2 of the room',
    words: ['co2'],
    kind: 'co2',
    low: 200,
    high: 20_000,
    usual: [380, 3000],
    natural: 425,
    band: [400, 800],
    readBy: { probe: 50 },
  },
} as const satisfies Record<string, Parameter>;
