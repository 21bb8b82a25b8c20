import { readFileSync } from 'node:fs';
import path from 'node:path';
import { TZDate } from '@date-fns/tz';
import { MMOL_PER_L_PER_DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import type { EntryDraft } from '@/record/kinds/list';
import { hoursText, type Hours } from '@/record/kinds/hours';
import type { Instrument } from '@/record/rows/instrument';
import type { Solution } from '@/record/rows/solution';
import { FILLERS } from '../lexicon/fillers';
import { readLine, type JotContext } from '../read-line';

/*
 * Lines in the manner of keepers, each with what it means, written down before there was a reader for them. A line is right where all it means
 * is understood and nothing else, or where it had to be asked about and is; asked about where part of it was left open though it could have been
 * told; wrong where something was understood that it does not mean.
 */

export type Outcome = 'right' | 'asked' | 'wrong';

export interface Scored {
  readonly line: string;
  readonly outcome: Outcome;
  readonly expected: string;
  readonly got: string;
}

const solution = (id: string, name: string, reagent: string, gramsPerL: number): Solution =>
  ({ id, name, parts: [{ reagent, gramsPerL }] }) as unknown as Solution;
const SOLUTIONS = {
  metric: [
    solution('carb', 'Carbonate part', 'sodium-carbonate', 80),
    solution('cal', 'Calcium part', 'calcium-chloride-dihydrate', 100),
    solution('mag', 'Magnesium part', 'magnesium-chloride-hexahydrate', 150),
    solution('lime', 'Limewater', 'calcium-hydroxide', 1.5),
  ],
  US: [
    solution('carb', 'Soda ash', 'sodium-carbonate', 80),
    solution('cal', 'Calcium part', 'calcium-chloride-dihydrate', 100),
    solution('mag', 'Mag mix', 'magnesium-chloride-hexahydrate', 150),
  ],
};
const INSTRUMENTS = [
  { id: 'New magnesium kit', name: 'New magnesium kit', parameter: 'magnesium', by: 'kit' },
  { id: 'Pocket meter', name: 'Pocket meter', parameter: 'alkalinity', by: 'kit' },
] as Instrument[];

/** Saturday 21 November 2026, half past six in the evening, wherever the keeper lives. */
const CONTEXTS: Record<'metric' | 'US', JotContext> = {
  metric: {
    now: Date.UTC(2026, 10, 21, 18, 30),
    zone: 'Europe/Lisbon',
    units: DEFAULT_UNITS,
    solutions: SOLUTIONS.metric,
    instruments: INSTRUMENTS,
    netVolumeL: 620,
    monthFirst: false,
  },
  US: {
    now: Date.UTC(2026, 10, 22, 0, 30),
    zone: 'America/Chicago',
    units: { volume: 'US gal', temperature: '°F', alkalinity: 'dKH', salinity: 'sg' },
    solutions: SOLUTIONS.US,
    instruments: INSTRUMENTS,
    netVolumeL: 283.9,
    monthFirst: true,
  },
};

/** The scores of a file of lines beside this module. */
export function scoreFile(file: string): readonly Scored[] {
  const text = readFileSync(path.join(import.meta.dirname, file), 'utf8');
  const units = /^# Units: (metric|US)$/m.exec(text)?.[1] as 'metric' | 'US';
  return text
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('# '))
    .map((line) => {
      const cut = line.lastIndexOf(' => ');
      return score(line.slice(0, cut), line.slice(cut + 4), CONTEXTS[units]);
    });
}

/** Scores one line against what it means. */
function score(line: string, expected: string, context: JotContext): Scored {
  const { drafts, problems } = readLine(line, context);
  const got = flat(drafts, context);
  const parts = expected.split(' | ').map((part) => part.trim());
  const mayAsk = parts.includes('ask');
  const wanted = wantedOf(parts.filter((part) => part !== 'ask'));
  const asked = problems.length > 0;
  const told = `${got.join(' | ')}${asked ? ` ?? ${problems.map(({ message }) => message).join(' ')}` : ''}`;
  // Where something is asked, what is understood may be less than all of it: a change whose salinity is still open.
  const extra = got.filter(
    (each) => !wanted.some((want) => same(want, each) || (asked && want.startsWith(`${each} `))),
  );
  const missing = wanted.filter((want) => !got.some((each) => same(want, each)));
  // A note of more words than are meant is no wrong deed; it is not right either.
  const wrong =
    extra.some((each) => !each.startsWith('note ')) ||
    (mayAsk && !asked && got.some((each) => !each.startsWith('note ')));
  const deeds = extra.filter((each) => !each.startsWith('note '));
  const right = mayAsk ? asked && deeds.length === 0 : !asked && extra.length === 0 && missing.length === 0;
  return {
    line,
    expected,
    got: told,
    outcome: right
      ? 'right'
      : wrong || (!asked && missing.some((each) => !each.startsWith('note ')))
        ? 'wrong'
        : 'asked',
  };
}

const UNIT: Record<string, readonly [short: string, factor: number]> = {
  alkalinity: ['alk', MMOL_PER_L_PER_DKH],
  calcium: ['ca', 1],
  magnesium: ['mg', 1],
  nitrate: ['no3', 1],
  phosphate: ['po4', 1],
  ph: ['ph', 1],
  salinity: ['sal', 1],
  temperature: ['temp', 1],
  ammonia: ['nh3', 1],
  nitrite: ['no2', 1],
  potassium: ['k', 1],
  strontium: ['sr', 1],
  iodine: ['i', 1],
  iron: ['fe', 1],
  orp: ['orp', 1],
  roomCo2: ['co2', 1],
};

/** What was understood, a fact a piece: "@11-21 18:30 alk 8.3". */
function flat(drafts: readonly EntryDraft[], { now, zone, instruments = [] }: JotContext): string[] {
  return drafts.flatMap((draft): string[] => {
    const moment = new TZDate(draft.at, zone).toISOString();
    const at = Math.abs(draft.at - now) < 1000 ? '' : `@${moment.slice(5, 10)} ${moment.slice(11, 16)} `;
    const note =
      draft.kind !== 'note' &&
      draft.note !== undefined &&
      (draft.kind !== 'put-in' || /\d/.test(draft.note)) &&
      draft.kind !== 'taken-out'
        ? [`note ${words(draft.note)}`]
        : [];
    const n = (value: number) => String(Number(value.toPrecision(4)));
    const fact = (): string[] => {
      switch (draft.kind) {
        case 'reading':
          return Object.entries(draft.values).map(([key, value]) => {
            const [short, factor] = UNIT[key] ?? [key, 1];
            const bound = draft.bounds?.[key as 'ph'];
            const doubt = draft.uncertainty?.[key as 'ph'];
            const by = instruments.find(({ id }) => id === draft.instruments?.[key as 'ph'])?.name;
            return `${short} ${bound === 'below' ? '<' : bound === 'above' ? '>' : ''}${n(value / factor)}${doubt === undefined ? '' : `±${n(doubt / factor)}`}${by ? ` by ${by}` : ''}`;
          });
        case 'water-change':
          return [`change ${n(draft.volumeL)}${draft.salinity === undefined ? '' : ` @${n(draft.salinity)}`}`];
        case 'refill':
          return [`refill ${n(draft.volumeL)}${draft.leavesL === undefined ? '' : ` to ${n(draft.leavesL)}`}`];
        case 'reservoir-level':
          return [`reservoir ${n(draft.litres)}`];
        case 'room':
          return [
            `room${draft.airC === undefined ? '' : ` ${n(draft.airC)}`}${draft.humidityPercent === undefined ? '' : ` ${n(draft.humidityPercent)}%`}`,
          ];
        case 'upkeep':
          return [`maint ${draft.item}`];
        case 'bottle-level':
          return [`bottle ${draft.solutionId} ${n(draft.volumeMl)}`];
        case 'dose':
          return [`dose ${draft.solutionId} ${n(draft.volumeMl)}`];
        case 'standing-dose': {
          const hours = draft.hours && window(draft.hours);
          return [
            `daily ${draft.solutionId} ${draft.mlPerDay === 0 ? 'off' : n(draft.mlPerDay)}${hours ? ` ${hours}` : ''}${draft.pulses ? ` x${draft.pulses}` : ''}`,
          ];
        }
        case 'limewater':
          return [
            `lime${draft.grams === undefined ? '' : ` ${n(draft.grams)}g`}${draft.litres === undefined ? '' : ` ${n(draft.litres)}L`}${draft.alkalinity === undefined ? '' : ` ${n(draft.alkalinity / MMOL_PER_L_PER_DKH)}dKH`}`,
          ];
        case 'reactor':
          return [
            draft.mlPerMin === 0
              ? 'reactor off'
              : `reactor ${n(draft.mlPerMin)} ${n(draft.effluentAlkalinity / MMOL_PER_L_PER_DKH)}${draft.chamberPh ? ` ph ${n(draft.chamberPh)}` : ''}`,
          ];
        case 'effluent-test':
          return [
            `effluent${draft.effluentAlkalinity === undefined ? '' : ` ${n(draft.effluentAlkalinity / MMOL_PER_L_PER_DKH)}`}${draft.chamberPh === undefined ? '' : ` ph ${n(draft.chamberPh)}`}${draft.mlPerMin === undefined ? '' : ` flow ${n(draft.mlPerMin)}`}${draft.bubblesPerMin === undefined ? '' : ` bubbles ${n(draft.bubblesPerMin)}`}`,
          ];
        case 'reactor-filled':
          return [`${draft.store === 'media' ? 'media' : 'cylinder'} ${n(draft.grams)}`];
        case 'pump-measured':
          return [`pump ${draft.solutionId} ${n(draft.gaveMl)} ${n(draft.ranDays * 1440)}`];
        case 'pump-run':
          return [`ran ${n(draft.ranDays * 1440)} ${n(draft.overDays)}`];
        case 'put-in':
          return [`in ${draft.what} ${draft.count}`];
        case 'taken-out':
          return [`${draft.lost ? 'lost' : 'out'} ${draft.what} ${draft.count}`];
        case 'seen':
          return draft.signs.map((sign) => `${draft.gone ? 'gone' : 'seen'} ${sign}`);
        case 'feeding': {
          const much = `${draft.measure ? ` ${draft.measure}` : ''}${draft.food ? ` ${draft.food}` : ''}`;
          if (draft.stopped) return [`feed stopped${much}`];
          return [
            draft.timesPerDay === undefined
              ? `feed once ${n(draft.portions ?? 0)}${much}`
              : `feed daily ${n(draft.timesPerDay)}${draft.portions === undefined ? '' : ` x${n(draft.portions)}`}${much}`,
          ];
        }
        case 'skimmate':
          return [`skimmate ${n(draft.litres)}${draft.days === undefined ? '' : ` ${n(draft.days)}d`}`];
        case 'harvest':
          return [`harvest ${n(draft.grams)}`];
        case 'carbon-source':
          return [
            draft.off
              ? 'carbon source off'
              : draft.pelletsMl === undefined
                ? `carbon source ${draft.liquid ?? ''} ${n(draft.mlPerDay ?? 0)}`
                : `pellets ${n(draft.pelletsMl)}${draft.flowLPerH === undefined ? '' : ` ${n(draft.flowLPerH)}`}`,
          ];
        case 'carbon-slip':
          return [`carbon ${draft.what}`];
        case 'ruled-out':
          return [`never ${draft.remedy}`];
        case 'replaced':
          return [`replaced ${draft.half ? 'half ' : ''}${draft.what}`];
        case 'lever': {
          const hours = draft.hours && window(draft.hours);
          return [
            `lever ${draft.lever} ${draft.off ? 'off' : (hours ?? 'on')}${draft.rampMinutes ? ` ramp ${draft.rampMinutes}` : ''}`,
          ];
        }
        case 'note':
          return [`note ${words(draft.note)}`];
        default:
          return [draft.kind];
      }
    };
    // A remark has the line's time; what it is said of has been checked with it.
    return [...fact().map((each) => (each.startsWith('note ') ? each : `${at}${each}`)), ...note];
  });
}

/** "09:00-19:00". */
function window(hours: Hours): string {
  return hoursText(hours)
    .split('–')
    .map((clock) => clock.padStart(5, '0'))
    .join('-');
}

/** A remark by the words that say something. */
function words(note: string): string {
  return note
    .toLowerCase()
    .replaceAll(/[^\p{L}\d%' -]/gu, ' ')
    .split(/\s+/)
    .filter((word) => word !== '' && !FILLERS.has(word))
    .join(' ');
}

/** What is expected, in the same pieces. */
function wantedOf(parts: readonly string[]): string[] {
  let at = '';
  const notes: string[] = [];
  const facts = parts.flatMap((part): string[] => {
    const moved = /^@(\d\d-\d\d \d\d:\d\d) (.*)$/.exec(part);
    if (moved) at = moved[1] === '11-21 18:30' ? '' : `@${moved[1] ?? ''} `;
    const text = moved?.[2] ?? part;
    if (text.startsWith('note ')) {
      notes.push(words(text.slice(5)));
      return [];
    }
    if (text.startsWith('seen ') || text.startsWith('gone '))
      return text
        .slice(5)
        .split(' ')
        .map((sign) => `${at}${text.slice(0, 4)} ${sign}`);
    const tests = [
      ...text.matchAll(
        /(alk|ca|mg|no3|po4|ph|sal|temp|nh3|no2|k|sr|i|fe|orp|co2) ([<>~]?[\d.]+(?:±[\d.]+)?)(?: by ((?:[A-Z]\w*)(?: [a-z]+)*?)(?= (?:alk|ca|mg|no3|po4|ph|sal|temp) |$))?/g,
      ),
    ];
    const isReading = tests.length > 0 && /^(?:alk|ca|mg|no3|po4|ph|sal|temp|nh3|no2|k|sr|i|fe|orp|co2) /.test(text);
    return isReading
      ? tests.map(([, name, value, by]) => `${at}${name} ${value}${by ? ` by ${by}` : ''}`)
      : [`${at}${text}`];
  });
  return [...facts, ...notes.map((note) => `note ${note}`)];
}

/** Two facts are the same where their words are, and their figures to a part in a hundred. */
function same(wanted: string, got: string): boolean {
  if (wanted.startsWith('note ') && got.startsWith('note ')) return wanted === got;
  const split = (text: string) => text.split(/\s+/);
  const [a, b] = [split(wanted), split(got)];
  if (a.length !== b.length) return false;
  return a.every((piece, i) => {
    const other = b[i] ?? '';
    if (piece === other) return true;
    // "~4": some uncertainty, however wide.
    if (piece.startsWith('~')) return other.includes('±') && near(piece.slice(1), other.replace(/±.*/, ''));
    const [value, doubt] = piece.split('±');
    const [otherValue, otherDoubt] = other.split('±');
    return (
      near(value ?? '', otherValue ?? '') &&
      ((doubt === undefined && otherDoubt === undefined) ||
        (doubt !== undefined && otherDoubt !== undefined && near(doubt, otherDoubt)))
    );
  });
}

function near(a: string, b: string): boolean {
  const figure = /^([<>@x]?)(-?[\d.]+)([A-Za-z%]*)$/;
  const [x, y] = [figure.exec(a), figure.exec(b)];
  if (!x || !y || x[1] !== y[1] || x[3] !== y[3]) return false;
  const [p, q] = [Number(x[2]), Number(y[2])];
  return Math.abs(p - q) <= 0.004 * Math.max(Math.abs(p), Math.abs(q)) + 1e-9;
}
