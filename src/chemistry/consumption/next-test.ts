import { DAY_MS } from '../tank-model/simulate';
import { stateTransitions } from './state-transitions';
import { noiseOver } from './consumption-model';
import { rateRow, readingRow } from './state-layout';
import type { EndState } from './estimate';
import { kalmanFilter } from '@/numerics/kalman';
import { levelResponses } from './level-response';
import { posteriorMoments, type Tried } from './process-noise';

/** What a reading on some day would make of the consumption rates. */
export interface TestValue {
  readonly channel: number;
  readonly inDays: number;
  /** Standard deviation of each channel's rate as it is known now, and as it would be known then with the reading, in its unit a day. */
  readonly now: readonly number[];
  readonly with: readonly number[];
  /** How much narrower than now all rates are together, as a share of what is usually consumed; below 0 where waiting loses more. */
  readonly gain: number;
}

/** Ways of wandering less likely than this are passed over. */
const UNLIKELY = 0.02;
/** The days ahead that are looked at. */
const DAYS = [0, 1, 2, 3, 4, 5, 6, 7, 10, 14];
/** A test on an earlier day that tells nearly as much comes first: this share of the most that can be gained. Chosen. */
const AS_GOOD = 0.75;

/**
 * What each further reading would teach, by parameter and day: in a linear model how much a reading narrows an estimate does not
 * depend on what it will read.
 * @param channels those that are weighed; a parameter whose dose nobody asks for is left out
 * Source: the variance a test takes from the filtered state, by the model's own
 * covariance.
 */
export function testValues({ at, layout, usual, tried, readBy }: EndState, channels: readonly number[]): TestValue[] {
  const species = layout.channels.map((channel) => channel.species);
  const rates = layout.channels.map((_, i) => rateRow(layout, i));
  const likely = likeliest(tried);
  const now = rates.map((row) => posteriorMoments(likely, row).sd);
  return DAYS.flatMap((inDays) => {
    const moments = [at, at + Math.max(inDays, 1 / 24) * DAY_MS];
    // Doses and changes move levels by what is known: they do not change what a reading teaches.
    const transitions = stateTransitions(
      layout,
      moments,
      levelResponses(species, () => 100, [], moments),
      Infinity,
    );
    const stretch = transitions.intervals[1];
    if (!stretch) return [];
    return channels.flatMap((channel): TestValue[] => {
      const read = readBy[channel];
      if (!read) return [];
      const row = readingRow(layout, channel, read.by);
      const after = likely.map((each): Tried => {
        const { processNoise: processNoise, filtered } = each;
        const measured = [{ row, value: 0, variance: (read.sd * processNoise.readingNoise) ** 2 }];
        const step = { ...stretch, noise: noiseOver(layout, stretch, usual, processNoise), measured };
        const { covariance } = kalmanFilter({ size: layout.size, ...filtered, steps: [step] }, undefined, false);
        // The mean is as it was foreseen: what will be read is not known, and does not change how sure it makes.
        return { ...each, filtered: { mean: filtered.mean, covariance } };
      });
      const sds = rates.map((each) => posteriorMoments(after, each).sd);
      const gain = channels.reduce((sum, i) => {
        const scale = (layout.channels[i]?.perMeq ?? 1) * usual;
        return sum + ((now[i] ?? 0) - (sds[i] ?? 0)) / scale;
      }, 0);
      return [{ channel, inDays, now, with: sds, gain }];
    });
  });
}

/** Those worth following, their weights made whole again. */
function likeliest(tried: readonly Tried[]): Tried[] {
  const kept = tried.filter(({ weight }) => weight > UNLIKELY);
  const whole = kept.reduce((sum, { weight }) => sum + weight, 0);
  return kept.map((each) => ({ ...each, weight: each.weight / whole }));
}

/**
 * The test that narrows the rates most, and the first day on which it is nearly as good as it gets.
 * How much is worth a test is chosen.
 */
export function bestTest(values: readonly TestValue[]): TestValue | undefined {
  const most = values.reduce<TestValue | undefined>((a, b) => (!a || b.gain > a.gain ? b : a), undefined);
  return most && values.find(({ channel, gain }) => channel === most.channel && gain >= AS_GOOD * most.gain);
}
