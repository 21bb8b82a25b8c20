import { phDay } from '@/calculators/ph/ph-day';
import { phDayQuestion } from '@/derived/ph/ph-question';
import { watchedTank } from '@/chemistry/day/testing/watched-tank';
import type { Snapshot, Tank } from '@/record/schema';

interface Report {
  readonly median: (work: () => void, runs?: number) => number;
  readonly row: (name: string, ms: number) => void;
}

/** What a day of pH takes, from the demo's few readings and from a month of a probe that is read every half hour. */
export function ph({ median, row }: Report, snapshot: Snapshot, tank: Tank, now: number): void {
  const question = phDayQuestion(snapshot, tank, now);
  if (!question) throw new Error('the demo reads no pH');
  row(
    `pH fitted to ${question.readings.length} readings, seven ways up beside it (in a worker)`,
    median(() => phDay.run(question), 11),
  );
  const month = { ...question, readings: watchedTank(1, 60).readings.map((each) => ({ ...each })) };
  row(
    `the same from ${month.readings.length} readings`,
    median(() => phDay.run(month), 11),
  );
  row(
    'the question, from the record',
    median(() => phDayQuestion(snapshot, tank, now)),
  );
}
