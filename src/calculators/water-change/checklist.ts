import type { Phrase } from '../calculator/calculator';
import { quantity } from '@/quantities/quantity';
import type { Pour } from './share-out';

/** A vessel that is to be filled and salted. */
export interface Mix extends Pour {
  readonly saltG: number;
  readonly waterL: number;
}

/** One thing to do on or before a water day, in words; with what it writes into the record when it is ticked. */
export interface DayStep {
  /** Stays the same while the plan does, whatever tanks and vessels come to be called, so that a tick finds its step again. */
  readonly key: string;
  readonly says: readonly Phrase[];
  readonly writes?:
    | { readonly what: 'mix'; readonly mix: Mix }
    | { readonly what: 'read'; readonly pour: Pour }
    | { readonly what: 'look'; readonly tankId: string }
    | { readonly what: 'change'; readonly tankId: string; readonly litres: number; readonly pour: Pour };
}

export interface DayPhase {
  readonly title: string;
  readonly steps: readonly DayStep[];
}

interface Planned {
  readonly pours: readonly Pour[];
  readonly mixes: readonly Mix[];
  readonly openBy?: number | undefined;
  readonly mixBy: number;
}

interface TankOfDay {
  readonly id: string;
  readonly name: string;
  readonly litres: number;
  /** Its top-off has sensors: they are looked at with each change. Common practice. */
  readonly sensors?: boolean;
}

/**
 * A water day from the first valve to the last switch, in the order keepers work: what could run dry or "correct" the low
 * level goes off first and on last. Common practice.
 */
export function checklist(plan: Planned, tanks: readonly TankOfDay[]): DayPhase[] {
  return [
    ...(plan.mixes.length > 0 ? [before(plan)] : []),
    { title: 'Just before use', steps: plan.pours.map(lastReading) },
    ...tanks.map((tank) => ofTank(tank, plan.pours)),
    { title: 'Afterwards', steps: AFTERWARDS },
  ];
}

/** The step that mixes a vessel's water: its tick filed the batch. */
export function mixKey({ fromId }: Pick<Pour, 'fromId'>): string {
  return `mix ${fromId}`;
}

function before({ mixes, openBy, mixBy }: Planned): DayPhase {
  return {
    title: 'Days before',
    steps: [
      ...(openBy === undefined
        ? []
        : [{ key: 'valve', says: ['Open the valve by', { moment: openBy }, ': the RO/DI unit needs that long.'] }]),
      ...mixes.flatMap((mix): DayStep[] => [
        {
          key: `fill ${mix.fromId}`,
          says: ['Fill', mix.vessel, 'with', quantity('volume', mix.waterL), 'of RO/DI water; circulate and warm it.'],
        },
        {
          key: mixKey(mix),
          says: [
            'By',
            { moment: mixBy },
            'stir',
            quantity('mass', mix.saltG),
            'of salt into',
            mix.vessel,
            ': it makes',
            quantity('volume', mix.litres),
            'at',
            quantity('salinity', mix.salinity),
            '.',
          ],
          writes: { what: 'mix', mix },
        },
      ]),
    ],
  };
}

function lastReading(pour: Pour): DayStep {
  return {
    key: `read ${pour.from} ${pour.fromId}`,
    says: [
      'Measure',
      pour.vessel,
      'again: it should read',
      quantity('salinity', pour.salinity),
      'and be as warm as the tank.',
    ],
    writes: { what: 'read', pour },
  };
}

function ofTank({ id, name, litres, sensors }: TankOfDay, pours: readonly Pour[]): DayPhase {
  const step = (key: string, ...says: Phrase[]): DayStep => ({ key: `${id}: ${key}`, says });
  const from = pours.flatMap((pour) =>
    pour.shares.filter(({ tankId }) => tankId === id).map((share) => ({ pour, litres: share.litres })),
  );
  return {
    title: name,
    steps: [
      step('off', 'Heater off, then return, skimmer and top-off.'),
      step('glass', 'Clean the glass; wait until the dirt has settled.'),
      step('siphon', 'Siphon out', quantity('volume', litres), ', the bottom last; let it settle and siphon again.'),
      ...from.map(({ pour, litres: share }): DayStep => ({
        ...step(
          `refill from ${pour.fromId}`,
          'Refill with',
          quantity('volume', share),
          'from',
          pour.vessel,
          ', gently, onto a dish so that the sand stays down.',
        ),
        writes: { what: 'change', tankId: id, litres: share, pour },
      })),
      ...(sensors
        ? [
            {
              ...step('sensors', 'Look at the top-off’s sensors: no film, no crust, no snail.'),
              writes: { what: 'look', tankId: id } as const,
            },
          ]
        : []),
      step('salinity', 'Look at the level and read salinity again.'),
      step('on', 'Return on, then skimmer and top-off; the heater last, once it is covered.'),
    ],
  };
}

/** With this the day is done. */
export const LAST_STEP = 'look';

const AFTERWARDS: readonly DayStep[] = [
  { key: 'additives', says: ['Give the additives that follow a change; test in an hour or two.'] },
  {
    key: 'drain',
    says: ['Used water down an indoor drain, by local rules; rinse buckets and hoses with fresh water.'],
  },
  { key: LAST_STEP, says: ['Look at every tank once more: pumps running, top-off filling, nothing dripping.'] },
];
