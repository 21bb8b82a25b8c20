import { estimateConsumption } from '@/chemistry/consumption/estimate';
import { scoreOf } from '@/chemistry/consumption/testing/coverage';
import type { Wrongs } from '@/chemistry/consumption/testing/simulated-tank';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { FRESH_WATER } from '@/chemistry/tank-model/water';
import { dosingPlan } from '../src/calculators/dosing/dosing-plan';
import { doseSchedule } from '../src/calculators/dosing/dose-schedule';
import { limewaterHours } from '@/calculators/limewater/limewater-hours';
import { limewaterStuck } from '@/calculators/limewater/limewater-stuck';
import { reactorOutput } from '@/calculators/reactor/reactor-output';
import { doseQuestion } from '@/derived/dosing/dose-question';
import { limewaterHoursQuestion, limewaterStuckQuestion } from '@/derived/limewater/limewater-question';
import { reactorQuestion } from '@/derived/reactor/reactor-question';
import { reactorUseNow } from '@/derived/reactor/reactor-use-question';
import { scheduleQuestion } from '@/derived/schedule/schedule-question';
import { dosesRunning } from '@/derived/balance/what-goes-in';
import type { Snapshot, Tank } from '@/record/schema';

const TANKS = 400;

interface Report {
  readonly median: (work: () => void, runs?: number) => number;
  readonly row: (name: string, ms: number) => void;
  readonly target: (name: string, figure: string, met: boolean | undefined) => void;
}

/** How sure the consumption estimate may call itself, on tanks it has not seen, and how fast it and the plan are. */
export function dosing({ median, row, target }: Report, snapshot: Snapshot, tank: Tank, now: number): void {
  const share = (value: number) => `${(100 * value).toFixed(1)} %`;
  const plain = scoreOf(TANKS, 20_000);
  for (const species of ['alkalinity', 'calcium', 'magnesium'] as const) {
    const { held, bias, halfWidth } = plain[species];
    target(
      `${species}: the 95 % range holds the truth on 92 to 98 of 100 of ${TANKS} simulated tanks`,
      `${share(held)}, bias ${share(bias)}, half width ${share(halfWidth)}`,
      held >= 0.92 && held <= 0.98,
    );
  }
  target('bias under 3 %', share(plain.alkalinity.bias), Math.abs(plain.alkalinity.bias) < 0.03);
  target('called changed without cause in at most 5 of 100', share(plain.calledChanged), plain.calledChanged <= 0.05);
  const apart: readonly (readonly [string, Wrongs])[] = [
    ['net volume 10 % less than written', { volume: 0.9 }],
    ['net volume 10 % more than written', { volume: 1.1 }],
    ['5 % of doses missed', { dosesMissed: 0.05 }],
    ['kit reads 0.3 dKH high', { kitBiasDkh: 0.3 }],
  ];
  for (const [words, wrongs] of apart) {
    const { alkalinity, doseHeld } = scoreOf(TANKS, 20_000, wrongs);
    target(`told apart: ${words}`, `rate ${share(alkalinity.held)}, dose that meets it ${share(doseHeld)}`, undefined);
  }

  const fiveYears = record();
  const five = median(() => estimateConsumption(fiveYears), 21);
  row('consumption of five years of weekly tests with daily doses', five);
  target('five years in under 50 ms', `${five.toFixed(0)} ms`, five < 50);
  row(
    'the plan solved again, consumption known',
    median(() => dosingPlan.run(doseQuestion(snapshot, tank, now).input)),
  );
  row(
    'all of it after a figure was typed: estimate, plan and ranges',
    median(() => dosingPlan.run(doseQuestion(snapshot, { ...tank }, now).input), 11),
  );
  const question = doseQuestion(snapshot, tank, now);
  const tried = { effluent: 10.7, chamberPh: 6.6 };
  row(
    'reactor: a keystroke on Output, gas and pH with it',
    median(() => {
      const asked = reactorQuestion(snapshot, tank, now, question, tried);
      if (asked) reactorOutput.run(asked);
      reactorUseNow(snapshot, tank, now, question, tried, 8);
    }),
  );
  const hours = { hours: { fromMinute: 1200, forMinutes: 720 }, pulses: 0, litresPerDay: 2 };
  row(
    'limewater: three ways of dripping, a day each',
    median(() => {
      const asked = limewaterHoursQuestion(snapshot, tank, now, hours);
      if (asked) limewaterHours.run(asked);
    }),
  );
  row(
    'limewater: a stuck pump over its hours',
    median(() => {
      const asked = limewaterStuckQuestion(snapshot, tank, now);
      if (asked) limewaterStuck.run(asked);
    }),
  );
  row(
    'a day of doses, by the tank model',
    median(() => doseSchedule.run(scheduleQuestion(snapshot, tank, now, dosesRunning(snapshot, tank, now)))),
  );
}

export function record(): Parameters<typeof estimateConsumption>[0] {
  const weeks = 260;
  const readings = Array.from({ length: weeks }, (_, week) => {
    const at = week * 7 * DAY_MS;
    const wave = Math.sin(week / 9);
    return [
      { species: 'alkalinity', at, value: 2.95 + 0.06 * wave + 0.03 * ((week * 7919) % 13) * 0.1, sd: 0.043 },
      { species: 'calcium', at, value: 425 + 4 * wave + ((week * 104_729) % 11) - 5, sd: 8 },
      { species: 'magnesium', at, value: 1320 + ((week * 1299) % 41) - 20, sd: 25 },
    ];
  }).flat();
  const events = Array.from({ length: weeks * 7 }, (_, day): TankEvent => ({
    kind: 'addition',
    at: day * DAY_MS + 7 * 3_600_000,
    amounts: { alkalinity: 60 + (day % 5), calcium: 1200 },
  }));
  const changes = Array.from({ length: weeks }, (_, week): TankEvent => ({
    kind: 'exchange',
    at: (week * 7 + 1) * DAY_MS,
    volumeL: 30,
    water: { ...FRESH_WATER, alkalinity: 3.1, calcium: 430, magnesium: 1330 },
  }));
  return { volumeL: 300, readings, events: [...events, ...changes].toSorted((a, b) => a.at - b.at) };
}
