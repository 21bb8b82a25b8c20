import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';
import { defineKind, OF_A_TANK } from './entry-kind';
import { hoursSchema, hoursText } from './hours';
import type { JotSaid } from './jot-phrase';

/** What a keeper turns by the hour, that no bottle is emptied by. */
export const LEVERS = [
  'lights',
  'refugium light',
  'skimmer',
  'mechanical filter',
  'phosphate media',
  'filter blocks',
  'CO2 scrubber',
  'windows',
] as const;
export type Lever = (typeof LEVERS)[number];

const CALLED: Readonly<Record<Lever, readonly string[]>> = {
  lights: ['lights', 'light', 'lamps', 'leds'],
  'refugium light': [
    'refugium',
    'refugium light',
    'refugium lights',
    'fuge',
    'fuge light',
    'fuge lights',
    'refugium lamp',
  ],
  skimmer: ['skimmer', 'protein skimmer'],
  'mechanical filter': [
    'mechanical filter',
    'floss',
    'filter floss',
    'filter sock',
    'filter socks',
    'socks',
    'sock',
    'filter wool',
    'filter roll',
  ],
  'phosphate media': ['phosphate media', 'phosphate remover', 'gfo', 'ferric oxide'],
  'filter blocks': ['filter blocks', 'filter block', 'bio blocks', 'ceramic blocks'],
  'CO2 scrubber': ['scrubber', 'co2 scrubber'],
  windows: ['windows', 'window', 'the windows', 'room windows'],
};
/** What stands in the water or is taken out of it. */
const IN_OR_OUT: ReadonlySet<Lever> = new Set<Lever>(['mechanical filter', 'phosphate media', 'filter blocks']);
const IN_FLAGS = ['in', 'put in', 'put back', 'back in', 'in again'];
const OUT_FLAGS = ['out', 'taken out', 'took out', 'left out', 'removed', 'pulled'];
/** Of windows: open is on. */
const WINDOW_FLAGS = ['open', 'opened', 'shut', 'closed', 'open again', 'shut again'];
const ON = [...IN_FLAGS, 'on', 'back on', 'turned on', 'on again', 'open', 'opened', 'open again'];
const OFF = [...OUT_FLAGS, 'off', 'turned off', 'shut', 'closed', 'shut again'];
/** How long, without the hours it begins and ends at: asked about. */
const SPAN = { field: 'hours a day', kind: 'days', low: 1 / 1440, high: 1, usual: [1 / 24, 1] } as const;
/** Lamps come up and go down; what is not a lamp is on or off. */
const RAMPED: ReadonlySet<Lever> = new Set<Lever>(['lights', 'refugium light']);
const RAMP = {
  field: 'ramp of the lights',
  kind: 'days',
  low: 1 / 1440,
  high: 0.25,
  usual: [10 / 1440, 0.125],
} as const;

/** Lights, skimmer and the like: the hours they run in from now on, all day where none are told. */
export const lever = defineKind({
  kind: 'lever',
  title: 'Equipment set',
  tankId: OF_A_TANK,
  shape: {
    lever: z.enum(LEVERS),
    hours: hoursSchema.optional(),
    /** Of lamps: how long they take to come up, and again to go down, within those hours. */
    rampMinutes: bounded(AMOUNTS.rampMinutes).optional(),
    off: z.literal(true).optional(),
  },
  jot: LEVERS.map((lever) => ({
    words: CALLED[lever],
    hours: true as const,
    figures: RAMPED.has(lever)
      ? {
          ramp: {
            expected: RAMP,
            optional: true as const,
            after: ['ramp', 'ramp of', 'ramp over', 'ramped over'],
          },
        }
      : { span: { expected: SPAN, optional: true as const, withUnit: true as const } },
    flags: [
      ...(lever === 'windows' ? WINDOW_FLAGS : []),
      ...(IN_OR_OUT.has(lever) ? [...IN_FLAGS, ...OUT_FLAGS] : []),
      'off',
      'on',
      'back on',
      'on again',
      'turned',
      'turned off',
      'turned on',
      'again',
      'now',
      'run',
      'runs',
      'from',
      'back',
      'with',
    ],
    make: ({ hours, figures: { ramp, span }, flags }: Pick<JotSaid, 'hours' | 'figures' | 'flags'>) => {
      // Off and on again: when, is not said.
      const on = ON.some((each) => flags.has(each));
      const off = OFF.some((each) => flags.has(each));
      if (hours === undefined && on && off) return undefined;
      // Off for half an hour is two entries: which of them is meant is not guessed.
      if (hours === undefined && (ramp ?? span) !== undefined) return undefined;
      if (hours === undefined && off) return { lever, off: true as const };
      if (hours === undefined) return on ? { lever } : undefined;
      const rampMinutes = Math.round((ramp ?? 0) * 1440);
      return rampMinutes > hours.forMinutes / 2 ? undefined : { lever, hours, ...(rampMinutes > 0 && { rampMinutes }) };
    },
    asksAt: ['off', 'on again', 'turned off'],
    asks: 'When does it run? As in “lights 10:00 to 20:00 ramp 60 min”, “on” or “off”; for a while is off then, and on again when it was. It cannot dim for longer than it shines.',
  })),
  describe: ({ lever: what, hours, rampMinutes, off }) =>
    `${what} ${off ? offWord(what) : hours ? `${what === 'windows' ? 'open ' : ''}${hoursText(hours)}` : onWord(what)}${rampMinutes ? `, ramp ${rampMinutes} min` : ''}`,
  figures: ({ lever: what, hours, rampMinutes, off }) => [
    [what, off ? offWord(what) : hours ? hoursText(hours) : onWord(what).replace('on ', ''), ''],
    ...(rampMinutes ? [['ramp', rampMinutes, 'min'] as const] : []),
  ],
  source: (row) => row.lever,
  ends: ({ off }) => off === true,
});

function offWord(what: Lever): string {
  return what === 'windows' ? 'shut' : IN_OR_OUT.has(what) ? 'out' : 'off';
}

function onWord(what: Lever): string {
  return what === 'windows' ? 'open' : IN_OR_OUT.has(what) ? 'in' : 'on all day';
}
