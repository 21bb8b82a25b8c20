import { DAY_MS } from '../tank-model/simulate';
import type { ChannelReading } from './channel';
import type { StateTransitions } from './state-transitions';
import type { Reading } from './estimate-input';
import { SHORTEST_SPAN_DAYS } from './trend';

/** A channel's reading, with the reading it was made of. */
export interface Taken extends ChannelReading {
  readonly reading: Reading;
}

/**
 * Whether readings reach over long enough to tell a rate.
 * How long is chosen, and stands beside it.
 */
export function spans(readings: readonly ChannelReading[]): boolean {
  const first = readings[0];
  const last = readings.at(-1);
  return first !== undefined && last !== undefined && last.at - first.at >= SHORTEST_SPAN_DAYS * DAY_MS;
}

/** What is fitted: the course of the state over the readings. */
export interface Setting {
  readonly transitions: StateTransitions;
  readonly readings: readonly Taken[];
  readonly earlierAt: number;
  /** Stretches within which something was changed that may have moved consumption, as `Fit` takes them. */
  readonly stepped?: ReadonlyMap<number, number> | undefined;
}

/** A setting with its outliers left out, and its scale. */
export interface Model extends Setting {
  readonly usual: number;
}
