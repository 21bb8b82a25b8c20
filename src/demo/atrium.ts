import { dicAtRest } from '@/chemistry/carbonate/reef-water';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { calcificationPerDay, metabolismPerDay } from '@/chemistry/tank-model/metabolism';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { knownEvents } from '@/derived/balance/known-events';
import { netVolumeL, type Snapshot, type Entry, type Tank } from '@/record/schema';
import { atriumEvaporation, atriumRefills, FLOAT_STUCK_L, windowsShut } from './atrium-water';
import { hiddenNutrients, NUTRIENTS_AT_START, whatWasSeenAndTried } from './atrium-nutrients';
import { gaussian, seeded } from '@/numerics/seeded';
import type { Calendar } from './calendar';
import { hoursFrom, writeReadings, type Session } from './write-readings';

const FIRST_DAY = -150;
const LIMEWATER_L_PER_DAY = 2.64;
const LIME_CHARGES = [FIRST_DAY, -82, -14];
const LIME_CHARGE_G = 300;
/** How often the skimmer, the returns and the open surface renew dissolved CO2 a day. */
const GAS_EXCHANGE_PER_DAY = 34;

/** Standing doses by day: carbonate, calcium, magnesium and limewater in mL/day. */
const DOSING: readonly [day: number, solution: string, mlPerDay: number, note?: string][] = [
  [FIRST_DAY, 'limewater', LIMEWATER_L_PER_DAY * 1000],
  [FIRST_DAY, 'carbonate', 18],
  [FIRST_DAY, 'calcium', 18],
  [FIRST_DAY, 'magnesium', 6],
  [-120, 'carbonate', 22],
  [-120, 'calcium', 22],
  [-92, 'carbonate', 27],
  [-92, 'calcium', 27],
  [-62, 'carbonate', 0, 'Bottle found dry on day six; entered afterwards'],
  [-57, 'carbonate', 27],
  [-50, 'carbonate', 40],
  [-33, 'carbonate', 22],
  [-33, 'calcium', 28],
  [-14, 'carbonate', 28],
  [-14, 'calcium', 32],
];

const PARTS_HOURS: Readonly<Record<string, { readonly fromMinute: number; readonly forMinutes: number }>> = {
  carbonate: { fromMinute: 21 * 60, forMinutes: 600 },
  calcium: { fromMinute: 21 * 60 + 30, forMinutes: 600 },
};

const NOTES: readonly [day: number, hours: number, note: string][] = [
  [
    -97,
    7,
    'Float stuck: the sump was brim-full this morning, about 16 L of fresh water too much. Top-off switched off until the level is back.',
  ],
  [-93, 8, 'Top-off on again, float cleaned.'],
  [-57, 19, 'Carbonate bottle found dry.'],
  [-44, 18, 'Stony corals paling at the tips. Little algae on the glass.'],
  [-33, 18, 'Carbonate dose back down; feeding twice a day and a powder for the corals, filter blocks out.'],
  [-18, 18, 'Colour coming back. A little red film by the outlet: no more powder, feeding every other day.'],
];

/** The mixed reef with sump: stony corals growing in, limewater at night plus two parts. */
export function atriumEntries(bare: Snapshot, tank: Tank, { at, weekday }: Pick<Calendar, 'at' | 'weekday'>): Entry[] {
  const random = seeded(1907);
  const noise = gaussian(random);
  const volumeL = netVolumeL(tank);
  const entries: Entry[] = [];
  const file = (entry: Entry) => entries.push(entry);

  DOSING.forEach(([day, solutionId, mlPerDay, note], i) =>
    file({
      id: `atrium-standing-${i}`,
      tankId: tank.id,
      at: at(day, 20),
      kind: 'standing-dose',
      solutionId,
      mlPerDay,
      // A timer drips it from closing time until the doors open.
      ...(solutionId === 'limewater' && { hours: { fromMinute: 20 * 60, forMinutes: 14.5 * 60 } }),
      // The doser's own hours: the two parts never in the same hour.
      ...(PARTS_HOURS[solutionId] && mlPerDay > 0 && { hours: PARTS_HOURS[solutionId], pulses: 10 }),
      ...(note ? { note } : {}),
    }),
  );
  // As long as the hidden tank is lit.
  file({
    id: 'atrium-lights',
    tankId: tank.id,
    at: at(FIRST_DAY, 20),
    kind: 'lever',
    lever: 'lights',
    hours: { fromMinute: 9 * 60, forMinutes: 11 * 60 },
    rampMinutes: 60,
  });
  entries.push(...whatWasSeenAndTried(tank.id, at), ...airOfTheRoom(tank.id, { at, weekday }));
  // The stirrer's charge, and the clear water titrated once.
  for (const day of LIME_CHARGES)
    file({ id: `atrium-lime${day}`, tankId: tank.id, at: at(day, 20), kind: 'limewater', grams: LIME_CHARGE_G });
  file({
    id: 'atrium-lime-test',
    tankId: tank.id,
    at: at(-20, 20),
    kind: 'limewater',
    alkalinity: 118 * DKH,
  });
  // Run into a cylinder when the bottle was found dry.
  file({
    id: 'atrium-pump',
    tankId: tank.id,
    at: at(-56, 20),
    kind: 'pump-measured',
    solutionId: 'carbonate',
    gaveMl: 9.8,
    ranDays: 540 / 86_400,
    setMl: 10,
  });
  NOTES.forEach(([day, hours, note], i) =>
    file({ id: `atrium-note-${i}`, tankId: tank.id, at: at(day, hours), kind: 'note', note }),
  );
  for (const day of [-56, -55])
    file({
      id: `atrium-dose${day}`,
      tankId: tank.id,
      at: at(day, 21),
      kind: 'dose',
      solutionId: 'carbonate',
      volumeMl: 40,
      note: 'Correction after the dry bottle',
    });

  entries.push(...atriumRefills(tank, { at, weekday }, FIRST_DAY, random, noise));
  let saturday = 0;
  for (let day = FIRST_DAY; day <= 0; day++) {
    if (weekday(day) !== 6) continue;
    saturday += 1;
    if (saturday % 2 === 1) continue;
    const measured = Math.round((35 + noise(0.2)) * 10) / 10;
    file({
      id: `atrium-batch${day}`,
      tankId: tank.id,
      at: at(day - 1, 16),
      kind: 'batch',
      saltId: tank.saltId,
      volumeL: 62,
      saltG: Math.round((62 * 38.6 * measured) / 35 / 10) * 10,
      targetSalinity: 35,
      measuredSalinity: measured,
      vesselId: 'grey-barrel',
      lot: day < -70 ? 'H-0417' : 'H-0611',
    });
    // Read again before it goes in; every second one is tested besides.
    file({
      id: `atrium-check${day}`,
      tankId: tank.id,
      at: at(day, 10, 30),
      kind: 'batch-check',
      batchId: `atrium-batch${day}`,
      salinity: Math.round((measured + noise(0.1)) * 10) / 10,
      temperatureC: 24.8,
      ...(saturday % 4 === 0 && {
        alkalinity: Math.round((8.25 + noise(0.1)) * 10) * 0.1 * DKH,
        calcium: Math.round((428 + noise(5)) / 2) * 2,
      }),
    });
    file({
      id: `atrium-change${day}`,
      tankId: tank.id,
      at: at(day, 11),
      kind: 'water-change',
      volumeL: 60,
      batchId: `atrium-batch${day}`,
    });
  }

  const sessions: Session[] = [];
  for (let day = FIRST_DAY; day <= 0; day++) {
    if (weekday(day) === 6) {
      const tests: Session['tests'] = [
        'alkalinity',
        'calcium',
        'magnesium',
        'nitrate',
        'phosphate',
        'ph',
        'salinity',
        'temperature',
      ];
      sessions.push({ at: at(day, 10), tests });
    }
    if (weekday(day) === 3) sessions.push({ at: at(day, 9, 30), tests: ['alkalinity', 'ph', 'temperature'] });
    // The pH pen at closing time: what a day's light has done since the morning.
    if (weekday(day) === 4) sessions.push({ at: at(day, 19, 30), tests: ['ph'] });
    if (day === -97 || day === -95) sessions.push({ at: at(day, 8), tests: ['salinity', 'temperature'] });
  }
  const readings = writeReadings(
    tank.id,
    {
      start: {
        at: at(FIRST_DAY, 0),
        volumeL,
        water: {
          salinity: 35,
          alkalinity: 8.3 * DKH,
          dic: dicAtRest(8.3 * DKH, 35),
          calcium: 432,
          magnesium: 1325,
          ...NUTRIENTS_AT_START,
        },
      },
      events: [
        ...knownEvents({ ...bare, entries: entries.toSorted((a, b) => a.at - b.at) }, tank),
        ...hiddenLife(volumeL, at),
        ...roomAndWater(volumeL, at, noise),
      ],
      noise,
    },
    sessions,
  );
  return [...entries, ...readings];
}

/** What the volunteers cannot see: growth by day and night, breath and light, feeding. */
function hiddenLife(volumeL: number, at: Calendar['at']): TankEvent[] {
  const events: TankEvent[] = [];
  for (let day = FIRST_DAY; day <= 0; day += 7) {
    const mmolPerDay = (0.625 + (0.135 * (day - FIRST_DAY)) / -FIRST_DAY) * DKH * volumeL;
    const lit = hoursFrom(at(day, 9), 11);
    const when = { kind: 'rate', at: at(day, 0) } as const;
    // Skeleton grows some two to three times as fast in the light: from memory, light-enhanced calcification.
    events.push(
      { ...when, source: 'growth', perDay: calcificationPerDay(0.65 * mmolPerDay) },
      { ...when, source: 'growth in the light', perDay: calcificationPerDay(0.35 * mmolPerDay), hours: lit },
      { ...when, source: 'breath', perDay: metabolismPerDay(0.34 * volumeL) },
      { ...when, source: 'light', perDay: metabolismPerDay(-0.3 * volumeL), hours: lit },
    );
  }
  return [...events, ...hiddenNutrients(volumeL, at)];
}

/** The room's air and warmth by the day, and the float that stuck. */
function roomAndWater(volumeL: number, at: Calendar['at'], noise: (sd: number) => number): TankEvent[] {
  const events: TankEvent[] = [
    { kind: 'top-off', at: at(FIRST_DAY, 0), holdsL: volumeL },
    { kind: 'fresh-water', at: at(-97, 3), volumeL: FLOAT_STUCK_L },
    { kind: 'top-off', at: at(-97, 7), holdsL: null },
    { kind: 'top-off', at: at(-93, 8), holdsL: volumeL },
  ];
  for (let day = FIRST_DAY; day <= 0; day++)
    events.push(
      { kind: 'evaporation', at: at(day, 0), litresPerDay: atriumEvaporation(day) },
      { kind: 'air', at: at(day, 0), co2Uatm: roomCo2(day), exchangePerDay: GAS_EXCHANGE_PER_DAY },
      {
        kind: 'temperature',
        at: at(day, 0),
        temperatureC: 25.4 + 0.5 * Math.exp(-(((day + 115) / 25) ** 2)) + noise(0.1),
      },
    );
  return events;
}

/** The windows as they were set, and a meter on the shelf beside the tank, looked at on Saturdays. */
function airOfTheRoom(tankId: string, { at, weekday }: Pick<Calendar, 'at' | 'weekday'>): Entry[] {
  const own = gaussian(seeded(4260));
  const saturdays = Array.from({ length: -FIRST_DAY }, (_, i) => FIRST_DAY + i).filter((day) => weekday(day) === 6);
  return [
    { id: 'atrium-windows-open', tankId, at: at(FIRST_DAY, 9), kind: 'lever', lever: 'windows' },
    {
      id: 'atrium-windows-shut',
      tankId,
      at: at(WINDOWS_SHUT, 9),
      kind: 'lever',
      lever: 'windows',
      off: true,
      note: 'Reading-room windows shut for the winter.',
    },
    ...saturdays.map((day): Entry => ({
      id: `atrium-co2${day}`,
      tankId,
      at: at(day, 9, 15),
      kind: 'reading',
      values: { roomCo2: Math.round((roomCo2(day) + own(30)) / 10) * 10 },
    })),
  ];
}
const WINDOWS_SHUT = -30;

/** A summer of open windows, an autumn of closed ones, µatm. */
function roomCo2(day: number): number {
  return 450 + 480 * windowsShut(day);
}
