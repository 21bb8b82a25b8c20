import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { demoSnapshot } from '@/demo/scenario';
import { applyRows } from '@/record/apply-rows';
import { readLine } from '@/jot/read-line';
import type { Snapshot, Entry } from '@/record/schema';
import { sortRows } from '@/record/quarantine';
import { inTheirOrder } from '@/record/apply-rows';
import { doseQuestion } from '@/derived/dosing/dose-question';
import { todayOf } from '@/derived/today/today';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';

const NOW = Date.UTC(2026, 10, 24, 18);
const ZONE = 'Europe/Lisbon';
/** Some months, years of weekly tests, ten years, and a controller that logs by itself. */
export const SIZES = [200, 2400, 12_000, 60_000] as const;

const MOST_DAYS = 7300;

/** The demo's entries again and again into the past, the newest so many of them. */
export function grownSnapshot(size: number): Snapshot {
  const demo = demoSnapshot(NOW, ZONE);
  // Time upon time into the past, but never further than twenty years: then it is denser.
  const span = Math.min(150, MOST_DAYS / Math.ceil(size / demo.entries.length)) * DAY_MS;
  const entries: Entry[] = [];
  for (let i = 0; entries.length < size; i++)
    for (const entry of demo.entries) {
      const again = { ...entry, id: `${entry.id}-${i}`, at: Math.round(entry.at - i * span) };
      const linked = 'batchId' in again && again.batchId !== undefined;
      entries.push(linked ? { ...again, batchId: `${again.batchId}-${i}` } : again);
    }
  return { ...demo, entries: inTheirOrder('entries', entries).slice(-size) };
}

interface Measure {
  readonly title: string;
  /** Milliseconds, or bytes. */
  readonly of: (snapshot: Snapshot) => number;
}

function median(times: readonly number[]): number {
  return times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)] ?? Number.NaN;
}

function timed(work: (i: number) => void, runs: number): number {
  return median(
    Array.from({ length: runs }, (_, i) => {
      const began = performance.now();
      work(i);
      return performance.now() - began;
    }),
  );
}

/** Files one entry after another, each on the snapshot that the last one made, and has Today told of each. */
function filing(make: (i: number, at: number) => Entry) {
  return (start: Snapshot): number => {
    let snapshot = start;
    const tank = snapshot.tanks[0];
    if (!tank) return Number.NaN;
    todayOf(snapshot, tank, NOW);
    return timed((i) => {
      const row = make(i, NOW + i * 1000);
      snapshot = applyRows(snapshot, [{ table: 'entries', id: row.id, row }]);
      todayOf(snapshot, tank, NOW + 60_000);
    }, 15);
  };
}

const MEASURES: readonly Measure[] = [
  {
    title: 'a note filed, and Today told',
    of: filing((i, at) => ({ id: `n${i}`, tankId: 'atrium', at, kind: 'note', note: 'skimmer wiped' })),
  },
  {
    title: 'a test filed, and Today told',
    of: filing((i, at) => ({
      id: `r${i}`,
      tankId: 'atrium',
      at,
      kind: 'reading',
      values: { alkalinity: 2.7 + (i % 5) / 100, calcium: 430 },
    })),
  },
  {
    title: 'rows checked and put in order, and Today told for the first time',
    of: (snapshot) =>
      timed(() => {
        // As the database gives them: other objects each time.
        const { settings, ...tables } = structuredClone(snapshot);
        const began = sortRows({ settings, ...tables });
        const opened: Snapshot = {
          settings: snapshot.settings,
          ...began.rows,
          entries: inTheirOrder('entries', began.rows.entries),
        };
        const [tank] = opened.tanks;
        if (tank) todayOf(opened, tank, NOW);
      }, 5),
  },
  {
    title: 'a keystroke on the dose, from the record to the plan',
    of: (snapshot) => {
      const [tank] = snapshot.tanks;
      if (!tank) return Number.NaN;
      return timed(
        (i) => dosingPlan.run(doseQuestion(snapshot, tank, NOW, { perDay: { alkalinity: 0.2 + i / 1000 } }).input),
        25,
      );
    },
  },
  {
    title: 'a keystroke on the volume, from the record to the plan',
    of: (snapshot) => {
      const [tank] = snapshot.tanks;
      if (!tank) return Number.NaN;
      return timed((i) => dosingPlan.run(doseQuestion(snapshot, tank, NOW, { netVolumeL: 400 + i }).input), 15);
    },
  },
  {
    title: 'a keystroke on the jotted line',
    of: (snapshot) => {
      const context = { now: NOW, zone: ZONE, units: snapshot.settings.units, solutions: snapshot.solutions };
      return timed(() => readLine('yesterday 8pm alk 8.3 ca 440 mg 1320 no3 4', context), 41);
    },
  },
];

/** Prints each measure at every size as ratios to the demo's, with the power of the size it grows by over the last three. */
export function growth(): void {
  const demo = demoSnapshot(NOW, ZONE);
  const snapshots = SIZES.map(grownSnapshot);
  // Warm, as a page that has been open for a while.
  for (const { of } of MEASURES) of(demo);
  console.log(`\ngrowth: × the demo’s ${demo.entries.length} entries, in milliseconds there`);
  console.log(`${'demo ms'.padStart(9)} ${SIZES.map((size) => String(size).padStart(9)).join('')}   exponent`);
  for (const { title, of } of MEASURES) {
    const own = of(demo);
    const at = snapshots.map(of);
    const ratios = at.map((each) => (each / own).toFixed(1).padStart(9)).join('');
    console.log(`${own.toFixed(2).padStart(9)} ${ratios}   ${exponent(at).toFixed(2).padStart(8)}   ${title}`);
  }
  const heap = SIZES.map((size) => heapOf(size));
  console.log(
    `${''.padStart(9)} ${heap.map((each) => (each / 1e6).toFixed(1).padStart(9)).join('')}   ${exponent(heap).toFixed(2).padStart(8)}   MB of heap for the book and all Today rests on`,
  );
}

/** The slope of log cost over log size, by least squares over the three larger sizes. */
function exponent(at: readonly number[]): number {
  const points = SIZES.map((size, i) => [Math.log(size), Math.log(at[i] ?? 1)] as const).slice(1);
  const mean = (of: 0 | 1) => points.reduce((sum, point) => sum + point[of], 0) / points.length;
  const [x, y] = [mean(0), mean(1)];
  const over = points.reduce((sum, point) => sum + (point[0] - x) * (point[1] - y), 0);
  return over / points.reduce((sum, point) => sum + (point[0] - x) ** 2, 0);
}

function heapOf(size: number): number {
  const collect = (globalThis as { gc?: () => void }).gc;
  if (!collect) return Number.NaN;
  collect();
  const before = process.memoryUsage().heapUsed;
  const snapshot = grownSnapshot(size);
  const [tank] = snapshot.tanks;
  if (tank) todayOf(snapshot, tank, NOW);
  collect();
  const held = process.memoryUsage().heapUsed - before;
  // Held until it was weighed.
  return snapshot.entries.length > 0 ? held : Number.NaN;
}

if (process.argv[1]?.endsWith('bench-growth.ts')) growth();
