import { DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { Consumption, ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import type { Trend } from '@/chemistry/consumption/trend';
import { netRate, suppliedPerDay } from '@/chemistry/tank-model/net-rate';
import { netVolumeL, type Snapshot, type Entry, type Tank } from '@/record/schema';
import { consumptionTogether, driftOf } from './consumption';
import { memoise } from '../memoise';
import { lastLevel } from '../observations/observations';
import { aimFor } from '../observations/targets';
import { whatGoesIn, type Input, type MetLevels } from './what-goes-in';

/*
 * The one balance of a tank's water: what goes in, what is consumed, and how each level moves for it. Dosing, corrections, limewater,
 * reactor, water changes, schedule, Trends and Today ask it here; none sums for itself (`benches-agree.test.ts`). A plan is asked as an
 * overlay: entries that are only thought of.
 */

/** How a level moves a day, in the parameter's unit, and one standard deviation of it. */
export interface Slope {
  readonly perDay: number;
  readonly sd: number;
  /** By supply less consumption; by the readings alone where it is not known what was dosed. */
  readonly by: 'balance' | 'readings';
}

/** One level of it. */
export interface LevelBalance {
  readonly parameter: DosedParameter;
  /** As the readings together tell it, at the last of them; else the last reading; undefined where it was never read. */
  readonly level: number | undefined;
  /** One standard deviation of it; 0 where a single reading is all there is. */
  readonly levelSd: number;
  /** What goes in, a day and a litre. */
  readonly suppliedPerDay: number;
  /** Undefined where readings and doses do not tell it. */
  readonly consumption: ConsumptionEstimate | undefined;
  /** Undefined where neither tells it: one reading is no trend. */
  readonly slope: Slope | undefined;
  /** What the readings say of themselves; undefined where there are too few. */
  readonly trend: Trend | undefined;
}

export interface Balance {
  readonly at: number;
  readonly volumeL: number;
  /** Of all three together; undefined where readings tell none. */
  readonly consumption: Consumption | undefined;
  readonly inputs: readonly Input[];
  readonly of: Readonly<Record<DosedParameter, LevelBalance>>;
}

/**
 * What goes into a tank's water and comes out of it at a moment.
 * @param overlay entries thought of, which replace what runs of the same source; the readings stay as they are
 */
export function balanceAt(snapshot: Snapshot, tank: Tank, moment: number, overlay: readonly Entry[] = []): Balance {
  return overlay.length > 0
    ? balance(snapshot, tank, moment, overlay)
    : memoise(snapshot, tank, `balance at ${moment}`, () => balance(snapshot, tank, moment, []));
}

function balance(snapshot: Snapshot, tank: Tank, moment: number, overlay: readonly Entry[]): Balance {
  const volumeL = netVolumeL(tank);
  const consumption = consumptionTogether(snapshot, tank, moment);
  const levels = byParameter((parameter) => {
    const trend = driftOf(snapshot, tank, parameter, moment);
    return { trend, level: trend ? Math.max(0, trend.level) : lastLevel(snapshot, tank.id, parameter) };
  });
  const met: MetLevels = byParameter((parameter) => levels[parameter].level ?? aimFor(tank, parameter));
  const inputs = whatGoesIn(snapshot, tank, moment, met, overlay);
  return {
    at: moment,
    volumeL,
    consumption,
    inputs,
    of: byParameter((parameter): LevelBalance => {
      const { trend, level } = levels[parameter];
      const estimate = consumption?.of[parameter];
      return {
        parameter,
        level,
        levelSd: trend?.levelSd ?? 0,
        suppliedPerDay: suppliedPerDay(inputs, parameter, volumeL),
        consumption: estimate,
        slope: slopeOf(parameter),
        trend,
      };

      function slopeOf(species: DosedParameter): Slope | undefined {
        if (estimate && estimate.from !== 'ratio')
          return {
            perDay: netRate(inputs, species, estimate.perDay, volumeL),
            sd: estimate.perDaySd,
            by: 'balance',
          };
        if (!trend) return undefined;
        // It was not said what was dosed: the level goes on as it moved, and by what was set anew since the last test.
        const then = whatGoesIn(snapshot, tank, trend.lastAt, met);
        const since = suppliedPerDay(inputs, species, volumeL) - suppliedPerDay(then, species, volumeL);
        return { perDay: trend.driftPerDay + since, sd: trend.driftPerDaySd, by: 'readings' };
      }
    }),
  };
}

/** What some of the inputs bring together, a day in the whole tank. */
export function broughtPerDay(
  { inputs }: Pick<Balance, 'inputs'>,
  parameter: DosedParameter,
  which: (input: Input) => boolean = () => true,
): { readonly amountPerDay: number; readonly names: readonly string[] } {
  const bringing = inputs.filter((input) => which(input) && input.perDay[parameter] !== 0);
  return {
    amountPerDay: suppliedPerDay(bringing, parameter, 1),
    names: bringing.map(({ by }) => by),
  };
}

function byParameter<Value>(value: (parameter: DosedParameter) => Value): Record<DosedParameter, Value> {
  return Object.fromEntries(DOSED_PARAMETERS.map((parameter) => [parameter, value(parameter)])) as Record<
    DosedParameter,
    Value
  >;
}
