import { carbonateConstants } from '@/chemistry/carbonate/constants';
import { solveCarbonate } from '@/chemistry/carbonate/solve';
import { simulate, DAY_MS } from '@/chemistry/tank-model/simulate';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { eachSpecies } from '@/chemistry/tank-model/water';
import { demoBook } from '@/demo/scenario';
import { readLine } from '@/record/jot/read-line';
import { doseQuestion } from '@/reckoning/dose-question';
import { todayOf } from '@/reckoning/today';

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

const now = Date.UTC(2026, 10, 24, 18);
const book = demoBook(now, 'Europe/Lisbon');
const atrium = book.tanks[0];
if (!atrium) throw new Error('the demo has no tank');
const context = { now, zone: 'Europe/Lisbon', units: book.settings.units, solutions: book.solutions };

// The yardstick: a million additions and square roots.
let sink = 0;
const yardstick = median(() => {
  for (let i = 0; i < 1_000_000; i++) sink += Math.sqrt(i);
});

const start = { at: 0, volumeL: 400, water: eachSpecies(() => 3) };
const year: TankEvent[] = [
  { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -50 } },
  { kind: 'loop', at: 0, source: 'reactor', litresPerDay: 8, returns: { alkalinity: 10 } },
];
for (let week = 1; week <= 52; week++)
  year.push({ kind: 'exchange', at: week * 7 * DAY_MS, volumeL: 40, water: start.water });
const sixHours = Array.from({ length: 365 * 4 }, (_, i) => (i * DAY_MS) / 4);
const constants = carbonateConstants(35, 25);

const rows: [string, number][] = [
  ['yardstick: a million square roots', yardstick],
  [
    'a keystroke on the jotted line',
    median(() => readLine('yesterday 8pm alk 8.3 ca 440 mg 1320 no3 4 po4 45ppb ph 8.15 changed 40 l', context)),
  ],
  ['the dose question from five months of entries', median(() => doseQuestion(book, atrium, now))],
  ['everything the Today bench tells', median(() => todayOf(book, atrium, now))],
  ['a year of the tank model, sampled every six hours', median(() => simulate(start, year, sixHours))],
  [
    '10 000 carbonate solves, constants kept',
    median(() => {
      for (let i = 0; i < 10_000; i++)
        sink += solveCarbonate({ alkalinity: 0.002 + i * 1e-7, pco2Uatm: 400 + i / 20 }, constants).phNbs;
    }, 11),
  ],
  ['the whole demo written anew', median(() => demoBook(now, 'Europe/Lisbon'), 11)],
];
console.log('median ms   × yardstick   share of a 60 Hz frame');
for (const [name, ms] of rows)
  console.log(
    `${ms.toFixed(3).padStart(9)}   ${(ms / yardstick).toFixed(2).padStart(11)}   ${((ms / 16.667) * 100).toFixed(1).padStart(7)} %   ${name}`,
  );
if (!Number.isFinite(sink)) throw new Error('unreachable');
