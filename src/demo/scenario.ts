import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { defaultSettings, emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, Salt, Settings, Solution, Tank } from '@/record/schema';
import { atriumEntries } from './atrium';
import { ATRIUM_TOP_OFF } from './atrium-water';
import { AMMONIA_SOURCE, backRoomEntries, backRoomStart } from './back-room';
import { calendarFor } from './calendar';
import { CELLAR_LINE, cellarEntries, DEMO_VESSELS } from './cellar';
import { demoInstruments, panelEntries } from './instruments';
import { STORY_CORNER_TOP_OFF, storyCornerEntries } from './story-corner';

const HARBOUR_SALT: Salt = {
  id: 'harbour-salt',
  name: 'Harbour salt',
  gramsPerLAt35: 38,
  profile: { salinity: 35, alkalinity: 8.6 * DKH, calcium: 432, magnesium: 1330 },
  boxG: 20_000,
  boxPrice: 62,
};

/** One the volunteers think of buying. */
const HEADLAND_SALT: Salt = {
  id: 'headland-salt',
  name: 'Headland salt',
  gramsPerLAt35: 39,
  profile: { salinity: 33.6, alkalinity: 11.2 * DKH, calcium: 458, magnesium: 1385 },
  boxG: 22_000,
  boxPrice: 71,
};

const DEMO_SOLUTIONS: Solution[] = [
  {
    id: 'carbonate',
    name: 'Carbonate part',
    parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }],
    bottleMl: 2500,
    bottlePrice: 1.9,
  },
  {
    id: 'calcium',
    name: 'Calcium part',
    parts: [{ reagent: 'calcium-chloride-dihydrate', gramsPerL: 111 }],
    bottleMl: 2500,
    bottlePrice: 2.6,
  },
  {
    id: 'magnesium',
    name: 'Magnesium part',
    parts: [
      { reagent: 'magnesium-chloride-hexahydrate', gramsPerL: 250 },
      { reagent: 'magnesium-sulfate-heptahydrate', gramsPerL: 30 },
    ],
    bottleMl: 1500,
    bottlePrice: 3.2,
  },
  { id: 'limewater', name: 'Limewater', parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }] },
  AMMONIA_SOURCE,
];

const ATRIUM: Tank = {
  ...newTank('atrium'),
  name: 'Atrium',
  displayL: 480,
  sumpL: 172,
  rockL: 22,
  sandL: 10,
  reservoirL: 45,
  openSurfaceM2: 1.25,
  room: { airC: 21, humidity: 0.48 },
  topOff: ATRIUM_TOP_OFF,
  feeder: { portions: 28, perDay: 2 },
  limewater: { solutionId: 'limewater', vessel: 'stirrer', litres: 5, pumpLPerH: 0.24 },
  // Thought of, and not bought.
  reactor: {
    chamberL: 2,
    mediaG: 1800,
    cylinderG: 2000,
    bubbles: { counted: 60, ml: 5 },
    leastMlPerMin: 2,
    mostMlPerMin: 100,
    effluentAlkalinity: 30 * DKH,
    chamberPh: 6.6,
  },
  saltId: HARBOUR_SALT.id,
  supplies: ['parts'],
  livestock: 'mixed',
  instruments: { ph: 'ph-pen' },
  parts: { alkalinity: 'carbonate', calcium: 'calcium', magnesium: 'magnesium' },
  targets: {
    alkalinity: [7.8 * DKH, 8.8 * DKH],
    calcium: [410, 450],
    magnesium: [1270, 1370],
    nitrate: [2, 10],
    phosphate: [0.03, 0.1],
    ph: [7.9, 8.3],
    salinity: [34.3, 35.5],
    temperature: [25, 26],
  },
};
const STORY_CORNER: Tank = {
  ...newTank('story-corner'),
  name: 'Story Corner',
  displayL: 98,
  rockL: 7,
  sandL: 3,
  reservoirL: 8,
  openSurfaceM2: 0.2,
  room: { airC: 21.5, humidity: 0.5 },
  topOff: STORY_CORNER_TOP_OFF,
  saltId: HARBOUR_SALT.id,
  livestock: 'soft',
  supplies: [],
  targets: {
    alkalinity: [7 * DKH, 9 * DKH],
    calcium: [400, 450],
    magnesium: [1250, 1380],
    nitrate: [2, 15],
    phosphate: [0.03, 0.12],
    salinity: [34, 35.5],
    temperature: [25, 26],
  },
};
const BACK_ROOM: Tank = {
  ...newTank('back-room'),
  name: 'Back Room',
  displayL: 52,
  rockL: 4,
  sandL: 2,
  reservoirL: 5,
  openSurfaceM2: 0.13,
  room: { airC: 20.5, humidity: 0.5 },
  saltId: HARBOUR_SALT.id,
  supplies: [],
  targets: { salinity: [34, 35.5], temperature: [25, 26], ammonia: [0, 0.1], nitrite: [0, 0.1] },
};

/**
 * The invented library with three systems kept by volunteers: five months of entries, written by the tank model from a
 * fixed seed and counted back from the day it is opened.
 * @param now epoch ms
 * @param zone IANA zone
 */
export function demoSnapshot(now: number, zone: string): Snapshot {
  const calendar = calendarFor(now, zone);
  const bare: Snapshot = {
    ...emptySnapshot(zone),
    settings: { ...withMoney(defaultSettings(zone)), away: { leavesAt: calendar.at(9, 17), days: 12 } },
    tanks: [ATRIUM, STORY_CORNER, { ...BACK_ROOM, cycle: { school: 'starter', startedAt: backRoomStart(calendar) } }],
    salts: [HARBOUR_SALT, HEADLAND_SALT],
    vessels: DEMO_VESSELS,
    sources: [CELLAR_LINE],
    instruments: demoInstruments(calendar),
    solutions: DEMO_SOLUTIONS,
  };
  const entries: Entry[] = [
    ...atriumEntries(bare, ATRIUM, calendar),
    ...storyCornerEntries(bare, STORY_CORNER, calendar),
    ...backRoomEntries(BACK_ROOM, calendar),
    ...cellarEntries(calendar),
    ...panelEntries(bare.tanks, calendar),
  ];
  return { ...bare, entries: entries.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at) };
}

function withMoney(settings: Settings): Settings {
  return {
    ...settings,
    units: { ...settings.units, currency: '€' },
    kit: { ammoniaReads: 'all', ammoniaStep: 0.2, nitriteStep: 0.2 },
    prices: { mediaPerKg: 7.5, co2PerKg: 9, reactorGear: 340, twoPartGear: 180, calciumHydroxidePerKg: 6 },
  };
}
