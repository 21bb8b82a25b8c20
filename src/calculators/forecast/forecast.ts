import * as z from 'zod';
import { amount, figure, given } from '../calculator/calculator-input';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { CO2_OF_AIR, SALINITY_OF_CARBONATE, TEMPERATURE_OF_CARBONATE } from '../carbonate/carbonate-calculator';
import { carbonateOfWater, dicAtRest, OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import { PARAMETERS, readingExpectation, usualErrorOf } from '../parameters/parameters';
import { bottleInput, bottleOf } from '../reagents/bottle-input';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { amountsOf } from '@/chemistry/reagents/solution';
import { attempt } from '../calculator/attempt';
import { Refusal } from '@/chemistry/refusal';
import { naturalSeawater } from '@/chemistry/seawater/composition';
import { quantity } from '@/quantities/quantity';
import { capitalised } from '../calculator/words';
import type { DailyHours, TankEvent, TankStart, TankState } from '@/chemistry/tank-model/events';
import { calcificationPerDay, metabolismPerDay } from '@/chemistry/tank-model/metabolism';
import { DAY_MS, simulateEach } from '@/chemistry/tank-model/simulate';
import type { Water } from '@/chemistry/tank-model/water';

const HOUR_MS = DAY_MS / 24;
const FOLLOWED = ['alkalinity', 'calcium', 'magnesium', 'nitrate', 'phosphate', 'salinity'] as const;
type Followed = (typeof FOLLOWED)[number];

/**
 * How often surface, skimmer and stirring renew dissolved CO2 a day. Chosen, not published: with it a day's light swings
 * pH by the 0.1 to 0.4 that keepers see (common practice).
 */
const USUAL_EXCHANGE_PER_DAY = 30;

/** A time of day as "20:00", in ms after midnight. */
const clock = given<number, string>(
  (value) => {
    const match = typeof value === 'string' ? /^([01]?\d|2[0-3]):([0-5]\d)$/.exec(value) : null;
    if (match) return Number(match[1]) * HOUR_MS + (Number(match[2]) * HOUR_MS) / 60;
    throw new Refusal({ field: 'time of day', value: String(value).slice(0, 20), allowed: '0:00 to 23:59' });
  },
  { title: 'time of day', type: 'string', pattern: '^([01]?\\d|2[0-3]):[0-5]\\d$' },
);

const hours = z.strictObject({ from: clock, hours: figure('hours', 0.1, 24, 'hours') });
const level = (id: Followed) => amount({ ...readingExpectation(id), low: id === 'salinity' ? 5 : 0 });

const water = z.strictObject({
  salinity: amount(SALINITY_OF_CARBONATE).default(35),
  alkalinity: level('alkalinity'),
  /** Seawater's own at that salinity when left out. */
  calcium: level('calcium').optional(),
  magnesium: level('magnesium').optional(),
  nitrate: level('nitrate').default(0),
  phosphate: level('phosphate').default(0),
});

const ionRate = (field: string) => amount({ field, kind: 'ionRate', low: -100, high: 100 });

export const forecast = defineCalculator({
  name: 'forecast',
  asks: 'Where will the tank’s water be, if all goes on like this?',
  input: z.strictObject({
    netVolumeL: amount(AMOUNTS.netVolume),
    water,
    temperatureC: amount(TEMPERATURE_OF_CARBONATE).default(25),
    /** The pH now; at rest with the room's air when left out. */
    phNbs: amount(readingExpectation('ph')).optional(),
    days: figure('days', 0.5, 730, 'days').default(30),
    /** What the corals take: calcium, magnesium and carbon go with the alkalinity. */
    consumption: amount({ field: 'alkalinity consumption', kind: 'alkalinityRate', low: 0, high: 5 }).default(0),
    nitratePerDay: ionRate('nitrate a day').default(0),
    phosphatePerDay: ionRate('phosphate a day').default(0),
    doses: z
      .array(z.strictObject({ solution: bottleInput, mlPerDay: amount(AMOUNTS.standingDose), daily: hours.optional() }))
      .max(12)
      .default([]),
    waterChange: z
      .strictObject({
        everyDays: figure('days between changes', 0.5, 365, 'days'),
        litres: amount(AMOUNTS.waterChange),
        water,
      })
      .optional(),
    evaporationLPerDay: amount({ field: 'evaporation', kind: 'waterRate', low: 0, high: 1000 }).default(0),
    /** Whether a top-off holds the level, and what its reservoir holds if it has an end. */
    topOff: z.boolean().default(true),
    reservoirL: amount(AMOUNTS.reservoir).optional(),
    air: z
      .strictObject({
        pco2Uatm: amount(CO2_OF_AIR).default(OUTDOOR_CO2_UATM),
        exchangePerDay: figure('gas exchange', 0, 500, 'times a day').default(USUAL_EXCHANGE_PER_DAY),
      })
      .default({ pco2Uatm: OUTDOOR_CO2_UATM, exchangePerDay: USUAL_EXCHANGE_PER_DAY }),
    /** Carbon fixed in the light, mmol/L a day, and breathed out again round the clock. */
    light: z
      .strictObject({ carbonMmolPerLPerDay: figure('carbon fixed', 0, 10, 'mmol/L a day'), daily: hours })
      .optional(),
  }),
  example: {
    netVolumeL: '620 L',
    water: { alkalinity: '8.3 dKH', calcium: 430, magnesium: 1320, nitrate: 5, phosphate: 0.05 },
    days: 30,
    consumption: '0.55 dKH/day',
    doses: [
      {
        solution: { parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }] },
        mlPerDay: '2.6 L/day',
        daily: { from: '20:00', hours: 14.5 },
      },
    ],
    evaporationLPerDay: 4.6,
    air: { pco2Uatm: '700 ppm' },
    light: { carbonMmolPerLPerDay: 0.3, daily: { from: '9:00', hours: 11 } },
  },
  run: (input) => {
    const { netVolumeL, temperatureC, days, phNbs, air } = input;
    const now = waterOf(input.water, temperatureC, air.pco2Uatm);
    const dic =
      phNbs === undefined
        ? now.dic
        : carbonateOfWater({ alkalinityMmolPerL: now.alkalinity, phNbs }, now.salinity, temperatureC).dicMmolPerL;
    const start: TankStart = { at: 0, volumeL: netVolumeL, temperatureC, water: { ...now, dic } };
    const course = withinTheEquations(() => courseOf(start, eventsOf(input), days));
    const last = course.end;
    const leaves = FOLLOWED.flatMap((id) => {
      const day = course.leftBandOn[id];
      return day === undefined || !inBand(id, start.water[id]) ? [] : [{ id, day }];
    }).toSorted((a, b) => a.day - b.day);

    const working: Step[] = [
      ...FOLLOWED.flatMap((id): Step[] => [
        {
          label: `${capitalised(PARAMETERS[id].name)} now`,
          value: quantity(id, start.water[id]),
          origin: 'yours',
          from: 'as given, or seawater’s own',
        },
        {
          label: `after ${days} days`,
          value: quantity(id, last.water[id]),
          origin: 'equation',
          from: 'the tank model',
        },
      ]),
      {
        label: 'Dissolved inorganic carbon',
        value: quantity('carbon', last.water.dic),
        origin: 'equation',
        from: `integrated; wrong by ${(last.carbonate?.dicErrorMmolPerL ?? 0).toFixed(4)} mmol/L at the most`,
      },
    ];
    const first = leaves[0];
    return {
      answer: {
        says: [
          'In',
          quantity('days', days),
          'alkalinity will be at',
          quantity('alkalinity', last.water.alkalinity),
          'and calcium at',
          quantity('calcium', last.water.calcium),
          ', with pH between',
          quantity('ph', course.ph.low),
          'and',
          quantity('ph', course.ph.high),
          '.',
        ],
        certainty: 'worked out',
        because: first
          ? [`${capitalised(PARAMETERS[first.id].name)} leaves the usual band after`, quantity('days', first.day), '.']
          : ['Nothing that is followed leaves its usual band.'],
      },
      working,
      cautions: cautionsFor(input.waterChange?.litres, netVolumeL, course),
      values: { end: plain(last), ph: course.ph, leavesBandOnDay: course.leftBandOn, byDay: course.byDay },
    };
  },
});

type Input = z.output<typeof forecast.input>;

/** A water that leaves what the equations reach on its way is refused with what would keep it. */
function withinTheEquations(run: () => ForecastRun): ForecastRun {
  const { outcome, refusal } = attempt(run);
  if (outcome) return outcome;
  throw new Refusal(
    refusal.field === 'salinity'
      ? {
          ...refusal,
          hint: 'On its way the water leaves what the equations reach: a top-off would hold it, or ask for fewer days.',
        }
      : refusal,
  );
}

function waterOf(given: z.output<typeof water>, temperatureC: number, pco2Uatm: number): Water {
  const natural = naturalSeawater(given.salinity, temperatureC);
  return {
    ...given,
    calcium: given.calcium ?? natural.calciumMgPerL,
    magnesium: given.magnesium ?? natural.magnesiumMgPerL,
    dic: dicAtRest(given.alkalinity, given.salinity, temperatureC, pco2Uatm),
  };
}

function eventsOf(input: Input): TankEvent[] {
  const { netVolumeL, consumption, light, air, waterChange, days } = input;
  const rate = { kind: 'rate', at: 0 } as const;
  const events: TankEvent[] = [
    { kind: 'air', at: 0, co2Uatm: air.pco2Uatm, exchangePerDay: air.exchangePerDay },
    { kind: 'evaporation', at: 0, litresPerDay: input.evaporationLPerDay },
    {
      kind: 'top-off',
      at: 0,
      holdsL: input.topOff ? netVolumeL : null,
      ...(input.reservoirL !== undefined && { reservoirL: input.reservoirL }),
    },
    { ...rate, source: 'corals', perDay: calcificationPerDay(consumption * netVolumeL) },
    {
      ...rate,
      source: 'nutrients',
      perDay: { nitrate: input.nitratePerDay * netVolumeL, phosphate: input.phosphatePerDay * netVolumeL },
    },
  ];
  if (light) {
    const carbon = light.carbonMmolPerLPerDay * netVolumeL;
    events.push(
      { ...rate, source: 'breath', perDay: metabolismPerDay(carbon) },
      { ...rate, source: 'light', perDay: metabolismPerDay(-carbon), hours: dailyHours(light.daily) },
    );
  }
  input.doses.forEach(({ solution, mlPerDay, daily }, i) =>
    events.push({
      ...rate,
      source: `dose ${i + 1}`,
      perDay: amountsOf(strengthOfBottle(bottleOf(solution)), mlPerDay / 1000),
      litresPerDay: mlPerDay / 1000,
      ...(daily && { hours: dailyHours(daily) }),
    }),
  );
  if (waterChange) {
    const fresh = waterOf(waterChange.water, input.temperatureC, air.pco2Uatm);
    for (let day = waterChange.everyDays; day < days; day += waterChange.everyDays)
      events.push({ kind: 'exchange', at: day * DAY_MS, volumeL: waterChange.litres, water: fresh });
  }
  return events;
}

function dailyHours({ from, hours: lasts }: z.output<typeof hours>): DailyHours {
  return { fromMs: from, forMs: lasts * HOUR_MS };
}

interface ForecastRun {
  readonly end: TankState;
  readonly ph: { low: number; high: number };
  /** The first day on which each stood outside the band keepers hold. */
  readonly leftBandOn: Partial<Record<Followed, number>>;
  readonly byDay: ReturnType<typeof plain>[];
}

/** Looks at the tank every hour, and keeps one look a day for the list. */
function courseOf(start: TankStart, events: readonly TankEvent[], days: number): ForecastRun {
  const hoursInAll = Math.floor(days * 24);
  const moments = Array.from({ length: hoursInAll + 1 }, (_, hour) => hour * HOUR_MS);
  if (hoursInAll * HOUR_MS < days * DAY_MS) moments.push(days * DAY_MS);
  const ph = { low: Infinity, high: -Infinity };
  const leftBandOn: ForecastRun['leftBandOn'] = {};
  const byDay: ForecastRun['byDay'] = [];
  let end: TankState | undefined;
  simulateEach(start, events, moments, (state) => {
    end = state;
    const { phNbs = Number.NaN } = state.carbonate ?? {};
    ph.low = Math.min(ph.low, phNbs);
    ph.high = Math.max(ph.high, phNbs);
    for (const id of FOLLOWED)
      if (leftBandOn[id] === undefined && !inBand(id, state.water[id])) leftBandOn[id] = state.at / DAY_MS;
    if (state.at % DAY_MS === 0) byDay.push(plain(state));
  });
  if (!end) throw new Error('the model answers every sample');
  return { end, ph, leftBandOn, byDay };
}

function inBand(id: Followed, value: number): boolean {
  const [low, high] = PARAMETERS[id].band;
  return value >= low - usualErrorOf(id) && value <= high + usualErrorOf(id);
}

function plain({ at, volumeL, water, carbonate, reservoirL }: TankState) {
  return {
    day: at / DAY_MS,
    volumeL,
    ...water,
    phNbs: carbonate?.phNbs ?? null,
    pco2Uatm: carbonate?.pco2Uatm ?? null,
    ...(reservoirL !== undefined && { reservoirL }),
  };
}

function cautionsFor(changeL: number | undefined, netVolumeL: number, { end, ph, leftBandOn }: ForecastRun): Caution[] {
  const cautions: Caution[] = [
    { severity: 'note', says: ['A forecast holds as long as the consumption does: corals grow, and take more.'] },
  ];
  if (changeL !== undefined && changeL > 0.4 * netVolumeL)
    cautions.push({ severity: 'caution', says: ['Changes of more than 40 % are a shock to what lives in the tank.'] });
  if (end.reservoirL === 0)
    cautions.push({
      severity: 'danger',
      says: ['The reservoir runs dry before the end, and salinity rises from then on.'],
    });
  if (ph.high > 8.5)
    cautions.push({
      severity: 'caution',
      says: ['pH climbs to', quantity('ph', ph.high), ': calcium carbonate may fall out of the water.'],
    });
  if (leftBandOn.alkalinity !== undefined && end.water.alkalinity < PARAMETERS.alkalinity.band[0])
    cautions.push({
      severity: 'caution',
      says: ['Alkalinity falls below the usual band: what is dosed does not replace what is taken.'],
    });
  return cautions;
}
