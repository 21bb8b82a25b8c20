import { carbonateOfWater } from '../carbonate/reef-water';
import { unlessRefused } from '../refusal';
import { amountsOf, type Strength } from '../reagents/solution';
import { naturalSeawater } from '../seawater/composition';
import type { TankEvent, TankState, Vessel } from '../tank-model/events';
import { DAY_MS, simulate } from '../tank-model/simulate';

/** The water limewater runs into. */
export interface TankOfLimewater {
  readonly netVolumeL: number;
  readonly salinity: number;
  readonly temperatureC: number;
  /** mmol/L. */
  readonly alkalinity: number;
  readonly calcium: number;
  /** The CO2 it is at rest with before, µatm. */
  readonly pco2Uatm: number;
  /** Litres it can rise before it runs over; without end when left out. */
  readonly spareL?: number | undefined;
}

export interface AfterLimewater {
  readonly litres: number;
  readonly hours: number;
  /** Undefined where the carbonate equations end, beyond about pH 10. */
  readonly phNbs: number | undefined;
  readonly aragonite: number | undefined;
  readonly alkalinity: number;
  readonly salinity: number;
  readonly spiltL: number;
}

const HOUR_MS = DAY_MS / 24;
/** A sample at the moment of an event comes before it: each is taken a second later. */
const JUST_AFTER_MS = 1000;

/**
 * So many litres of limewater in a tank, all at once, before any CO2 has come in from the air and before anything has fallen
 * out: the worst of it. By the tank model, and the carbonate system of what it makes.
 * @param litres of limewater, 0 or more
 * Source: conservation of mass (the tank model) and `carbonateOfWater`.
 */
export function limewaterAtOnce(tank: TankOfLimewater, strength: Strength, litres: number): AfterLimewater {
  const [state] = run(tank, [{ kind: 'addition', at: 0, amounts: amountsOf(strength, litres), litres }], [1]);
  if (!state) throw new Error('the model answers every sample');
  return afterOf(tank, state, litres, 0);
}

/** What goes on while a pump is stuck. */
export interface Meanwhile {
  /** The top-off holds the level against it; nothing evaporates when left out. */
  readonly evaporationLPerDay?: number | undefined;
  /** How often a day air renews dissolved CO2; no air at all when left out. */
  readonly exchangePerDay?: number | undefined;
}

/**
 * The same as a pump that sticks gives it: so many litres an hour until its vessel is empty, or for two weeks.
 * Source: the tank model, open to air, at even steps of its run.
 */
export function limewaterRunning(
  tank: TankOfLimewater,
  strength: Strength,
  litres: number,
  litresPerHour: number,
  { evaporationLPerDay = 0, exchangePerDay }: Meanwhile = {},
): readonly AfterLimewater[] {
  const lasts = Math.min(litres / litresPerHour, LONGEST_HOURS);
  const hours = Array.from({ length: POINTS + 1 }, (_, i) => (lasts * i) / POINTS);
  const states = run(
    tank,
    [
      ...(exchangePerDay === undefined
        ? []
        : [{ kind: 'air' as const, at: 0, co2Uatm: tank.pco2Uatm, exchangePerDay }]),
      { kind: 'top-off', at: 0, holdsL: tank.netVolumeL },
      { kind: 'evaporation', at: 0, litresPerDay: evaporationLPerDay },
      {
        kind: 'rate',
        at: 0,
        source: 'limewater stuck on',
        perDay: amountsOf(strength, litresPerHour * 24),
        litresPerDay: litresPerHour * 24,
      },
    ],
    hours.map((hour) => hour * HOUR_MS + JUST_AFTER_MS),
  );
  return states.map((state, i) => afterOf(tank, state, (hours[i] ?? 0) * litresPerHour, hours[i] ?? 0));
}

const POINTS = 48;
/** Somebody looks by then. Chosen: two weeks. */
const LONGEST_HOURS = 14 * 24;

function run(tank: TankOfLimewater, events: readonly TankEvent[], at: readonly number[]): readonly TankState[] {
  const vessel: Vessel = tank.spareL === undefined ? {} : { brimL: tank.netVolumeL + tank.spareL };
  const natural = naturalSeawater(tank.salinity);
  const before = carbonateOfWater(
    { alkalinityMmolPerL: tank.alkalinity, pco2Uatm: tank.pco2Uatm },
    tank.salinity,
    tank.temperatureC,
  );
  return simulate(
    {
      at: 0,
      volumeL: tank.netVolumeL,
      temperatureC: tank.temperatureC,
      water: {
        salinity: tank.salinity,
        alkalinity: tank.alkalinity,
        dic: before.dicMmolPerL,
        calcium: tank.calcium,
        magnesium: natural.magnesiumMgPerL,
        nitrate: 0,
        phosphate: 0,
      },
    },
    events,
    at,
    vessel,
  );
}

function afterOf({ temperatureC }: TankOfLimewater, state: TankState, litres: number, hours: number): AfterLimewater {
  const { water } = state;
  const carbonate = unlessRefused(() =>
    carbonateOfWater(
      { alkalinityMmolPerL: water.alkalinity, dicMmolPerL: water.dic },
      water.salinity,
      temperatureC,
      water.calcium,
    ),
  );
  return {
    litres,
    hours,
    phNbs: carbonate?.phNbs,
    aragonite: carbonate?.aragonite,
    alkalinity: water.alkalinity,
    salinity: water.salinity,
    spiltL: state.spiltL,
  };
}
