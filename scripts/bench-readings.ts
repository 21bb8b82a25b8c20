import { localTrend } from '@/chemistry/readings/local-trend';
import { changeOfPace } from '@/chemistry/readings/change-of-pace';
import { biasHeld, kitSeries, paceScore, wanderHeld } from '@/chemistry/readings/testing/simulated-kit';

const SERIES = 400;

interface Report {
  readonly median: (work: () => void, runs?: number) => number;
  readonly row: (name: string, ms: number) => void;
  readonly target: (name: string, figure: string, met: boolean | undefined) => void;
}

/** How sure trends, changes of pace and instruments may call themselves, on series they have not seen; and how fast they are. */
export function readings({ median, row, target }: Report): void {
  const share = (value: number) => `${(100 * value).toFixed(1)} %`;
  const { alarms, hits, medianDelayDays } = paceScore(SERIES, 0.015);
  target(
    `a change of pace called without one in at most 5 of 100 of ${SERIES} series of weekly tests`,
    share(alarms),
    alarms <= 0.05,
  );
  target(
    'a bend of 0.015 dKH/day found',
    `${share(hits)}, ${medianDelayDays?.toFixed(0) ?? '–'} days after it at the median`,
    hits > 0.95,
  );
  for (const perDay of [0.03, 0.008]) {
    const score = paceScore(SERIES, perDay);
    target(
      `told apart: a bend of ${perDay} dKH/day`,
      `found ${share(score.hits)}, after ${score.medianDelayDays?.toFixed(0) ?? '–'} days at the median`,
      undefined,
    );
  }
  const band = wanderHeld(SERIES);
  target('the trend’s 95 % band holds levels that wander', share(band.held / band.asked), band.held / band.asked > 0.9);
  const bias = biasHeld(SERIES);
  target('an instrument’s bias within its interval in 92 to 98 of 100', share(bias), bias >= 0.92 && bias <= 0.98);

  const year = kitSeries(1, (day) => 8 + Math.sin(day / 20), { weeks: 52 });
  const many = kitSeries(2, (day) => 8 + Math.sin(day / 200), { weeks: 400 });
  row(
    'the trend of a year of weekly tests, 60 moments',
    median(
      () =>
        void localTrend(
          year,
          year.map(({ at }) => at),
        ),
    ),
  );
  row(
    'of eight years of them',
    median(
      () =>
        void localTrend(
          many,
          many.map(({ at }) => at),
        ),
    ),
  );
  row(
    'a change of pace looked for in a year of them',
    median(() => void changeOfPace(year)),
  );
}
