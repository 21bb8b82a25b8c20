import type { Channel, ChannelReading } from './channel';

/** Where each thing stands in the state: levels, calcification, each channel's own, each instrument's bias, the rate of an earlier day. */
export interface Layout {
  readonly channels: readonly Channel[];
  readonly size: number;
  readonly calcification: number;
  /** How fast calcification grows, a day. */
  readonly growth: number;
  /** By channel; undefined where it has none of its own. */
  readonly own: readonly (number | undefined)[];
  readonly bias: ReadonlyMap<string, number>;
  /** Consumption of the first channel as it was at `earlierAt`, in the state so that the change since has its own error. */
  readonly earlier: number;
}

/**
 * Where in the state each figure stands: levels, calcification and its growth, what a channel takes besides, each instrument's bias.
 * The model's own layout; chosen.
 */
export function layoutOf(channels: readonly Channel[], readings: readonly ChannelReading[]): Layout {
  let size = channels.length;
  const calcification = size++;
  const growth = size++;
  const own = channels.map(({ ownShare }) => (ownShare > 0 ? size++ : undefined));
  const bias = new Map<string, number>();
  for (const { channel, by } of readings) {
    const key = biasKey(channel, by);
    if (!bias.has(key)) bias.set(key, size++);
  }
  return { channels, calcification, growth, own, bias, earlier: size, size: size + 1 };
}

/** What a bias is kept under: an instrument's, of one channel. */
export function biasKey(channel: number, by: string): string {
  return `${channel} ${by}`;
}

/**
 * The row by which a state tells what one channel consumes a day.
 * @returns in the channel's unit a day, of alkalinity's calcification by its proportion
 * By definition of the state.
 */
export function rateRow({ channels, calcification, own, size }: Layout, channel: number): Float64Array {
  const row = new Float64Array(size);
  row[calcification] = channels[channel]?.perMeq ?? 0;
  const its = own[channel];
  if (its !== undefined) row[its] = 1;
  return row;
}

/**
 * The row by which a state tells what an instrument would read.
 * @param by the instrument's identity
 * By definition of the state: level plus bias.
 */
export function readingRow({ bias, size }: Layout, channel: number, by: string): Float64Array {
  const row = new Float64Array(size);
  row[channel] = 1;
  const its = bias.get(biasKey(channel, by));
  if (its !== undefined) row[its] = 1;
  return row;
}
