import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { within } from '../rows/fields';
import { defineKind, figuresOfForm, OF_A_TANK, type Verb } from './entry-kind';
import { hoursSchema, hoursText, readHours } from './hours';

/** What a keeper turns by the hour, that no bottle is emptied by. */
export const LEVERS = ['lights', 'refugium light', 'skimmer', 'CO2 scrubber'] as const;
export type Lever = (typeof LEVERS)[number];

interface Draft {
  at: number;
  lever: Lever;
  hours?: { fromMinute: number; forMinutes: number };
  rampMinutes?: number;
  off?: true;
}

const RAMP =
  /^[\s,]*(?:with\s+)?(?:a\s+)?ramp(?:ed)?(?:\s+(?:of|over))?\s+(\d{1,3})\s*(min(?:utes?)?|m|h(?:ours?)?)?(?![\p{L}\d])/iu;

/** "lights 10:00 to 20:00 ramp 60 min", "skimmer off", "refugium 20:00-8:00", "scrubber on". */
const verbOf =
  (lever: Lever): Verb<Draft> =>
  (scanner, from) => {
    scanner.take(/^\s*(?:light|lights)\b/i);
    if (scanner.take(/^\s*off\b/i)) return (at) => ({ at, lever, off: true });
    const hours = readHours(scanner, from);
    if (hours) {
      const ramp = scanner.take(RAMP);
      const rampMinutes = Number(ramp?.[1] ?? 0) * (ramp?.[2]?.startsWith('h') ? 60 : 1);
      if (rampMinutes > hours.forMinutes / 2) {
        scanner.problem(from, 'It dims up and down for longer than it shines.');
        return undefined;
      }
      return (at) => ({ at, lever, hours, ...(rampMinutes > 0 && { rampMinutes }) });
    }
    if (scanner.take(/^\s*on\b/i)) return (at) => ({ at, lever });
    scanner.problem(from, `When does it run? As in “${from === 0 ? lever : 'lights'} 10:00 to 20:00”, “on” or “off”.`);
    return undefined;
  };

/** Lights, skimmer and the like: the hours they run in from now on, all day where none are told. */
export const lever = defineKind({
  kind: 'lever',
  title: 'Equipment set',
  tankId: OF_A_TANK,
  shape: {
    lever: z.enum(LEVERS),
    hours: hoursSchema.optional(),
    /** Of lamps: how long they take to come up, and again to go down, within those hours. */
    rampMinutes: within(AMOUNTS.rampMinutes).optional(),
    off: z.literal(true).optional(),
  },
  verbs: {
    lights: verbOf('lights'),
    refugium: verbOf('refugium light'),
    skimmer: verbOf('skimmer'),
    scrubber: verbOf('CO2 scrubber'),
  },
  describe: ({ lever: what, hours, rampMinutes, off }) =>
    `${what} ${off ? 'off' : hours ? hoursText(hours) : 'on all day'}${rampMinutes ? `, ramp ${rampMinutes} min` : ''}`,
  figures: ({ lever: what, hours, rampMinutes, off }) => [
    [what, off ? 'off' : hours ? hoursText(hours) : 'all day', ''],
    ...(rampMinutes ? [['ramp', rampMinutes, 'min'] as const] : []),
  ],
  mark: { path: 'M5 1 V9 M2 3.5 H8 M2 6.5 H8', word: 'equipment set' },
  form: {
    offered: false,
    figures: figuresOfForm(),
    choices: [{ key: 'lever', label: 'What', options: LEVERS.map((each) => [each, each] as const), first: 'lights' }],
  },
  source: (row) => row.lever,
  ends: ({ off }) => off === true,
});
