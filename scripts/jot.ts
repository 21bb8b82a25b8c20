import { parseArgs } from 'node:util';
import { eachText, metricOrUs, runCommand } from './by-line';
import { DEFAULT_UNITS, type UnitPreferences } from '../src/quantities/quantity';
import { readLine } from '../src/jot/read-line';
import { readFile } from '../src/record/file';
import { netVolumeL } from '../src/record/schema';
import { readFileSync } from 'node:fs';

/**
 * What the line to jot in understands, without a screen:
 *
 *     npm run -s jot -- "alk 8.3 ca 440, changed 40 l"
 *     npm run -s jot < lines.txt                        one line each, one answer each, as JSON
 *
 * Options: `--zone Europe/Lisbon`, `--units metric|US`, `--record FILE` (an exported record: its units, solutions and instruments) with
 * `--tank NAME` (its volume), `--now 2026-11-21T18:30:00Z`, `--month-first`.
 *
 * An answer holds the line, the entries that would be logged, what is asked (where, what, what was probably meant) and whether it can be
 * logged as it stands. Ends with 0 when nothing is asked, 1 when something is, 2 when the command was not understood.
 */
const US: UnitPreferences = { volume: 'US gal', temperature: '°F', alkalinity: 'dKH', salinity: 'sg' };

await runCommand(main);

async function main(): Promise<number> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      zone: { type: 'string' },
      units: { type: 'string' },
      record: { type: 'string' },
      tank: { type: 'string' },
      now: { type: 'string' },
      'month-first': { type: 'boolean' },
    },
  });
  const told = metricOrUs(values.units);
  const snapshot = values.record === undefined ? undefined : readFile(readFileSync(values.record, 'utf8'));
  const tank = snapshot?.tanks.find(({ name }) => values.tank === undefined || name === values.tank);
  if (values.tank !== undefined && !tank) throw new Error(`no tank of the record is called ${values.tank}`);
  const now = values.now === undefined ? Date.now() : Date.parse(values.now);
  if (!Number.isFinite(now))
    throw new Error(`--now is a moment such as 2026-11-21T18:30:00Z; this is ${values.now ?? ''}`);
  const units = told === 'US' ? US : told === 'metric' ? DEFAULT_UNITS : (snapshot?.settings.units ?? DEFAULT_UNITS);
  const context = {
    now,
    zone: values.zone ?? snapshot?.settings.zone ?? 'UTC',
    units,
    solutions: snapshot?.solutions ?? [],
    instruments: snapshot?.instruments,
    netVolumeL: tank && netVolumeL(tank),
    monthFirst: values['month-first'] ?? units.volume === 'US gal',
  };
  let asked = 0;
  const answer = (line: string) => {
    const { drafts, problems, tells } = readLine(line, context);
    asked += problems.length;
    const entries = drafts.map(({ at, ...fields }) => ({
      at: new Date(at).toISOString(),
      ...fields,
      jotted: undefined,
    }));
    const asks = problems.map(({ from, to, message, suggestion }) => ({
      of: line.slice(from, to).trim(),
      asks: message,
      suggestion,
    }));
    console.log(
      JSON.stringify({ line, entries, asks, tells, canBeLogged: problems.length === 0 && drafts.length > 0 }),
    );
  };
  await eachText(positionals, answer);
  return asked > 0 ? 1 : 0;
}
