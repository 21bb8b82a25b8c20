import * as z from 'zod';
import { defineKind, figuresOfForm, OF_A_TANK, type Verb } from './entry-kind';
import { hoursSchema, hoursText, readHours } from './hours';

/** What a keeper turns by the hour, that no bottle is emptied by. */
export const LEVERS = ['lights', 'refugium light', 'skimmer', 'CO2 scrubber'] as const;
export type Lever = (typeof LEVERS)[number];

interface Draft {
  at: number;
  lever: Lever;
  hours?: { fromMinute: number; forMinutes: number };
  off?: true;
}

/** "lights 10:00 to 20:00", "skimmer off", "refugium 20:00-8:00", "scrubber on". */
const verbOf =
  (lever: Lever): Verb<Draft> =>
  (scanner, from) => {
    scanner.take(/^\s*(?:light|lights)\b/i);
    if (scanner.take(/^\s*off\b/i)) return (at) => ({ at, lever, off: true });
    const hours = readHours(scanner, from);
    if (hours) return (at) => ({ at, lever, hours });
    if (scanner.take(/^\s*on\b/i)) return (at) => ({ at, lever });
    scanner.problem(from, `When does it run? As in “${from === 0 ? lever : 'lights'} 10:00 to 20:00”, “on” or “off”.`);
    return undefined;
  };

/** Lights, skimmer and the like: the hours they run in from now on, all day where none are told. */
export const lever = defineKind({
  kind: 'lever',
  title: 'Equipment set',
  tankId: OF_A_TANK,
  shape: { lever: z.enum(LEVERS), hours: hoursSchema.optional(), off: z.literal(true).optional() },
  verbs: {
    lights: verbOf('lights'),
    refugium: verbOf('refugium light'),
    skimmer: verbOf('skimmer'),
    scrubber: verbOf('CO2 scrubber'),
  },
  describe: ({ lever: what, hours, off }) => `${what} ${off ? 'off' : hours ? hoursText(hours) : 'on all day'}`,
  figures: ({ lever: what, hours, off }) => [[what, off ? 'off' : hours ? hoursText(hours) : 'all day', '']],
  mark: { path: 'M5 1 V9 M2 3.5 H8 M2 6.5 H8', word: 'equipment set' },
  form: {
    offered: false,
    figures: figuresOfForm(),
    choices: [{ key: 'lever', label: 'What', options: LEVERS.map((each) => [each, each] as const), first: 'lights' }],
  },
  source: (row) => row.lever,
  ends: ({ off }) => off === true,
});
