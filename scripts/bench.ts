import { spawnSync } from 'node:child_process';
import { carbonateConstants } from '@/chemistry/carbonate/constants';
import { otherAlkalinity } from '@/chemistry/carbonate/hydrogen';
import { phTotalFromDic } from '@/chemistry/carbonate/solve';
import { conductivityFromSalinity, salinityFromConductivity } from '@/chemistry/seawater/conductivity';
import { seawaterDensityKgPerM3 } from '@/chemistry/seawater/density';
import type { TankEvent, TankStart } from '@/chemistry/tank-model/events';
import { DAY_MS, simulateEach, simulate } from '@/chemistry/tank-model/simulate';
import { eachSpecies, FRESH_WATER } from '@/chemistry/tank-model/water';
import { cycleReading } from '../src/calculators/cycle/cycle-reading';
import { cycleQuestion } from '@/derived/cycle/cycle';
import { drawPlan, scoreCycles } from './bench-cycles';
import { dosing } from './bench-dosing';
import { ph } from './bench-ph';
import { readings } from './bench-readings';
import { growth } from './bench-growth';
import { ranges } from './bench-ranges';
import { loop } from './bench-loop';
import { demoSnapshot } from '@/demo/scenario';
import { FOLLOWED } from '../src/chemistry/water-change/followed';
import { changeRoutine } from '../src/calculators/water-change/change-routine';
import { checklist } from '../src/calculators/water-change/checklist';
import { waterDay } from '../src/calculators/water-change/water-day';
import { netVolumeL, type Snapshot, type Entry } from '@/record/schema';
import { changeHabit } from '@/derived/saltwater/change-habit';
import { levelsNow, consumptionPerDay } from '@/derived/water-change/change-question';
import { proposedDay, waterDayQuestion } from '@/derived/saltwater/water-day';
import { waterOfSalt } from '@/derived/saltwater/water-of-salt';
import { topOff } from '../src/calculators/top-off/top-off';
import { topOffFailure } from '../src/calculators/top-off/failure';
import { failureQuestion } from '@/derived/limewater/top-off-failure';
import { topOffQuestion } from '@/derived/top-off/top-off-question';
import { readLine } from '@/jot/read-line';
import { doseQuestion } from '@/derived/dosing/dose-question';
import { todayOf } from '@/derived/today/today';

/**
 * Speed, as ratios within one run on one machine: each figure is held against a yardstick measured beside it, so that
 * two machines can be compared. A frame at 60 Hz is 16.7 ms; whatever a keystroke recomputes must fit well inside one.
 */
function median(work: () => void, runs = 41): number {
  for (let i = 0; i < 5; i++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).toSorted((a, b) => a - b);
  return times[Math.floor(runs / 2)] ?? Number.NaN;
}

// `npm run bench -- ranges` prints what every range holds, and no speed.
if (process.argv.includes('ranges')) {
  ranges();
  process.exit(0);
}

// The yardstick: a million additions and square roots.
let sink = 0;
const yardstick = median(() => {
  for (let i = 0; i < 1_000_000; i++) sink += Math.sqrt(i);
});

console.log('median ms   × yardstick   share of a 60 Hz frame');
function row(name: string, ms: number): void {
  console.log(
    `${ms.toFixed(3).padStart(9)}   ${(ms / yardstick).toFixed(2).padStart(11)}   ${((ms / 16.667) * 100).toFixed(1).padStart(7)} %   ${name}`,
  );
}
function target(name: string, figure: string, met: boolean | undefined): void {
  console.log(`${''.padStart(34)}   ${met === undefined ? 'unseen' : met ? 'met   ' : 'MISSED'} ${name}: ${figure}`);
}

row('yardstick: a million square roots', yardstick);
screens();
carbonate();
seawater();
tankModel();
cycles();
commandLine();
growth();
loop(target);
ranges(0.2);
if (!Number.isFinite(sink)) throw new Error('unreachable');

function screens(): void {
  const now = Date.UTC(2026, 10, 24, 18);
  const snapshot = demoSnapshot(now, 'Europe/Lisbon');
  const atrium = snapshot.tanks[0];
  if (!atrium) throw new Error('the demo has no tank');
  const context = { now, zone: 'Europe/Lisbon', units: snapshot.settings.units, solutions: snapshot.solutions };
  const line = 'yesterday 8pm alk 8.3 ca 440 mg 1320 no3 4 po4 45ppb ph 8.15 changed 40 l';
  row(
    'a keystroke on the jotted line',
    median(() => readLine(line, context)),
  );
  row(
    'the dose question from five months of entries',
    median(() => doseQuestion(snapshot, atrium, now)),
  );
  dosing({ median, row, target }, snapshot, atrium, now);
  readings({ median, row, target });
  ph({ median, row }, snapshot, atrium, now);
  row(
    'everything the Today bench tells',
    median(() => todayOf(snapshot, atrium, now)),
  );
  row(
    'a keystroke on the loss, from five months of refills and looks',
    median(() => topOff.run(topOffQuestion(snapshot, atrium, now))),
  );
  row(
    'a keystroke on what happens when the top-off fails, loss and all',
    median(() => topOffFailure.run(failureQuestion(snapshot, atrium, now))),
  );
  const day = proposedDay(snapshot, now);
  row(
    'a keystroke on the water day, from the record to the checklist',
    median(() => {
      const question = waterDayQuestion(snapshot, day, now);
      if (question) checklist(waterDay.run(question).values, []);
    }),
  );
  const story = snapshot.tanks.find(({ id }) => id === 'story-corner') ?? atrium;
  const levels = levelsNow(snapshot, story, now);
  const habit = changeHabit(snapshot, story, now);
  const water = waterOfSalt(snapshot.salts[0], 35);
  row(
    'a keystroke on a routine of changes, sawtooth and all',
    median(() =>
      changeRoutine.run({
        netVolumeL: netVolumeL(story),
        routine: { by: 'changes', changeL: habit.changeL, everyDays: habit.everyDays },
        tank: levels,
        newWater: Object.fromEntries(FOLLOWED.map((id) => [id, water[id]])),
        consumptionPerDay: consumptionPerDay(snapshot, story, now),
      }),
    ),
  );
  const long = fiveYears(snapshot);
  row(
    `all of Today from five years, ${long.entries.length} entries, read for the first time`,
    median(() => todayOf({ ...long }, atrium, now), 11),
  );
  row(
    'the whole demo written anew',
    median(() => demoSnapshot(now, 'Europe/Lisbon'), 11),
  );
}

/** The demo's entries, again and again into the past. */
function fiveYears(snapshot: Snapshot): Snapshot {
  const span = 150 * DAY_MS;
  const entries = Array.from({ length: 12 }, (_, i) => i).flatMap((i) =>
    snapshot.entries.map((entry): Entry => {
      const again = { ...entry, id: `${entry.id}-${i}`, at: entry.at - i * span };
      return 'batchId' in again && again.batchId !== undefined ? { ...again, batchId: `${again.batchId}-${i}` } : again;
    }),
  );
  return { ...snapshot, entries: entries.toSorted((a, b) => a.at - b.at) };
}

function carbonate(): void {
  const n = 200_000;
  const k = carbonateConstants(35, 25);
  const alkalinity = (i: number) => 0.0018 + (i % 1013) * 1.5e-6;
  const dic = (i: number) => 0.0016 + (i % 997) * 1.2e-6;
  const kept = median(() => {
    for (let i = 0; i < n; i++) sink += phTotalFromDic(alkalinity(i), dic(i), k);
  }, 15);
  row('200 000 carbonate solves, constants kept', kept);
  const few = n / 20;
  const bisected = median(() => {
    for (let i = 0; i < few; i++) sink += bisection(alkalinity(i), dic(i), k);
  }, 7);
  row('10 000 of the same by plain bisection', bisected);
  const anew = median(() => {
    for (let i = 0; i < few; i++)
      sink += phTotalFromDic(alkalinity(i), dic(i), carbonateConstants(30 + (i % 101) * 0.1, 20 + (i % 89) * 0.1));
  }, 15);
  row('10 000 with constants worked out each time', anew);
  const perSecond = n / kept / 1000;
  const faster = (bisected * 20) / kept;
  target('3 million solves a second, constants kept', `${perSecond.toFixed(2)} million`, perSecond >= 3);
  target('20 × a plain bisection', `${faster.toFixed(0)} ×`, faster >= 20);
  target('300 000 a second, constants each time', `${(few / anew).toFixed(0)} thousand`, few / anew >= 300);
}

/** Until it can be halved no further, about 4e-14 of pH; the same equation, halved until it is found. */
function bisection(alkalinity: number, dic: number, k: ReturnType<typeof carbonateConstants>): number {
  let low = 2;
  let high = 13;
  while (high - low > 4e-14) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    const h = 10 ** -middle;
    const carbonates = (dic * k.k1 * (h + 2 * k.k2)) / (h * (h + k.k1) + k.k1 * k.k2);
    if (carbonates + otherAlkalinity(h, k) > alkalinity) high = middle;
    else low = middle;
  }
  return low;
}

function seawater(): void {
  const n = 1_000_000;
  const salinity = Float64Array.from({ length: n }, (_, i) => 30 + (i % 1009) * 0.01);
  const temperature = Float64Array.from({ length: n }, (_, i) => 15 + (i % 997) * 0.02);
  const conductivity = salinity.map((s, i) => conductivityFromSalinity(s, temperature[i] ?? 25));
  const ours = median(() => {
    for (let i = 0; i < n; i++) {
      const t = temperature[i] ?? 25;
      sink += salinityFromConductivity(conductivity[i] ?? 0, t) + seawaterDensityKgPerM3(salinity[i] ?? 35, t);
    }
  }, 7);
  row('a million salinities from conductivity, and densities', ours);
  const { status, stdout } = spawnSync('/usr/bin/python3', ['scripts/references/seawater_speed.py'], {
    encoding: 'utf8',
  });
  if (status !== 0) return target('no slower than 2 × the C library', 'python3-gsw is not here to compare', undefined);
  const theirs = Number(stdout);
  row('the same million by TEOS-10’s C library', theirs);
  target('no slower than 2 × the C library', `${(ours / theirs).toFixed(2)} ×`, ours <= 2 * theirs);
}

function tankModel(): void {
  const start: TankStart = { at: 0, volumeL: 400, water: eachSpecies(() => 3) };
  const year: TankEvent[] = [
    { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -50 } },
    { kind: 'loop', at: 0, source: 'reactor', litresPerDay: 8, returns: { alkalinity: 10 } },
  ];
  for (let week = 1; week <= 52; week++)
    year.push({ kind: 'exchange', at: week * 7 * DAY_MS, volumeL: 40, water: start.water });
  const sixHours = Array.from({ length: 365 * 4 }, (_, i) => (i * DAY_MS) / 4);
  row(
    'a year of the tank model without air, sampled every six hours',
    median(() => simulate(start, year, sixHours)),
  );

  const reef = { ...FRESH_WATER, salinity: 35, alkalinity: 2.9, dic: 2.5, calcium: 420, magnesium: 1300 };
  const open: TankStart = { at: 0, volumeL: 380, water: reef };
  const hour = DAY_MS / 24;
  const lit = { fromMs: 9 * hour, forMs: 12 * hour };
  const events: TankEvent[] = [
    { kind: 'air', at: 0, co2Uatm: 600, exchangePerDay: 30 },
    { kind: 'evaporation', at: 0, litresPerDay: 3.7 },
    { kind: 'top-off', at: 0, holdsL: 380 },
    {
      kind: 'rate',
      at: 0,
      source: 'limewater',
      perDay: { alkalinity: 132, calcium: 2640 },
      litresPerDay: 3.2,
      hours: { fromMs: 20 * hour, forMs: 14.5 * hour },
    },
    { kind: 'rate', at: 0, source: 'growth', perDay: { alkalinity: -140, dic: -70, calcium: -2800 }, hours: lit },
    { kind: 'rate', at: 0, source: 'light', perDay: { dic: -330 }, hours: lit },
    { kind: 'rate', at: 0, source: 'breath', perDay: { dic: 340 } },
  ];
  for (let week = 1; week < 13; week++)
    events.push({ kind: 'exchange', at: (week * 7 + 0.5) * DAY_MS, volumeL: 57, water: reef });
  const tenMinutes = (days: number) => Array.from({ length: days * 144 + 1 }, (_, i) => i * 600_000);
  const phOver = (moments: readonly number[]) => () =>
    simulateEach(open, events, moments, ({ carbonate: { phNbs } = { phNbs: 0 } }) => (sink += phNbs));
  const ninety = median(phOver(tenMinutes(90)), 61);
  row('90 days open to air, pH every ten minutes', ninety);
  const thirty = median(phOver(tenMinutes(30)), 61);
  row('30 days of the same', thirty);
  const band = median(() => {
    for (let i = 0; i < 200; i++) phOver([90 * DAY_MS])();
  }, 3);
  row('a band: 200 runs of 90 days', band);
  // A picture is a thousand points wide: a band is looked at by the hour, and a run costs the same however it is looked at but for that.
  const hourly = Array.from({ length: 90 * 24 + 1 }, (_, i) => (i * DAY_MS) / 24);
  const drawn = median(() => {
    for (let i = 0; i < 200; i++) phOver(hourly)();
  }, 3);
  row('the same, pH every hour', drawn);
  target('a band of 200 over 90 days, drawn by the hour, in under 1.5 s', `${drawn.toFixed(0)} ms`, drawn < 1500);
  target('a band of 200 over 90 days in under 1.5 s', `${band.toFixed(0)} ms`, band < 1500);
  target('90 days in under 20 ms', `${ninety.toFixed(1)} ms`, ninety < 20);
  target('30 days well inside a frame', `${((thirty / 16.667) * 100).toFixed(0)} % of it`, thirty < 8.3);
}

function cycles(): void {
  const snapshot = demoSnapshot(Date.UTC(2026, 10, 24, 18), 'Europe/Lisbon');
  const backRoom = snapshot.tanks.find(({ cycle }) => cycle);
  const question = backRoom && cycleQuestion(snapshot, backRoom, Date.UTC(2026, 10, 24, 18));
  if (!question) throw new Error('the demo has no cycling tank');
  row(
    'the daily reading of the demo’s cycle, beside the page',
    median(() => cycleReading.run(question), 21),
  );
  let i = 0;
  row(
    'a plan drawn, beside the page',
    median(() => drawPlan(i++), 21),
  );
  const { read, right, calledTooSoon, endInRange, ranges, rightByStage } = scoreCycles();
  const share = (of: number, all: number) => `${((of / Math.max(1, all)) * 100).toFixed(1)} %`;
  for (const [stage, [named, all]] of Object.entries(rightByStage))
    if (all > 0)
      console.log(`${''.padStart(34)}   ${share(named, all).padStart(7)} of ${all} days named right: ${stage}`);
  target(
    'nine stages in ten named right on 200 simulated cycles',
    `${share(right, read)} of ${read} days`,
    right / read > 0.9,
  );
  target('never called cycled while ammonia or nitrite is there', `${calledTooSoon} times`, calledTooSoon === 0);
  target(
    'eight ends in ten within their range, give or take a day',
    `${share(endInRange, ranges)} of ${ranges}`,
    endInRange / ranges >= 0.8,
  );
}

function commandLine(): void {
  const requests = Array.from({ length: 10_000 }, (_, id) =>
    JSON.stringify({
      id,
      calculator: id % 2 ? 'carbonate' : 'dilution',
      input:
        id % 2
          ? { alkalinity: `${7 + (id % 40) / 10} dKH`, pco2Uatm: 400 + (id % 900), temperatureC: 25.5 }
          : { of: 'nitrate', litres: 300, has: 24, adds: 0, target: 10 + (id % 10) },
    }),
  ).join('\n');
  const ms = median(() => {
    const { stdout } = spawnSync('npm', ['run', '-s', 'calc', '--', 'batch'], {
      input: requests,
      encoding: 'utf8',
      maxBuffer: 1 << 28,
    });
    if (stdout.split('\n').length !== 10_001) throw new Error('not every request was answered');
  }, 3);
  row('10 000 requests through the command line, start and all', ms);
  target('10 000 requests in under 3 s', `${(ms / 1000).toFixed(2)} s`, ms < 3000);
}
