/** Buffers that probes are set in, and their pH at 20, 25 and 30 °C. */
export const BUFFERS = {
  // Primary standards of DIN 19266 and NIST (from memory): phthalate, equimolal phosphate, borax.
  phthalate: { name: '4.00, phthalate', at: [4, 4.01, 4.02] },
  phosphate: { name: '6.86, phosphate', at: [6.881, 6.865, 6.853] },
  borax: { name: '9.18, borax', at: [9.225, 9.18, 9.139] },
  // As they stand on shelves, by their makers' tables (from memory).
  seven: { name: '7.00', at: [7.02, 7, 6.99] },
  ten: { name: '10.00', at: [10.06, 10.01, 9.97] },
} as const;
export type Buffer = keyof typeof BUFFERS;
export const BUFFER_IDS = Object.keys(BUFFERS) as [Buffer, ...Buffer[]];

/**
 * A buffer's pH at its temperature, by the straight line between the tabulated ones and a little beyond.
 * @param temperatureC 15 to 35 °C
 * Source: DIN 19266 and makers' tables, from memory.
 * @example bufferPh('borax', 25) // 9.18
 */
export function bufferPh(buffer: Buffer, temperatureC: number): number {
  const { at } = BUFFERS[buffer];
  const [from, left, right] = temperatureC < 25 ? [20, at[0], at[1]] : [25, at[1], at[2]];
  return left + ((right - left) * (temperatureC - from)) / 5;
}

/** What two buffers say of a probe. */
export interface ProbeLine {
  /** Of what a perfect electrode gives, 1 is all of it. */
  readonly slope: number;
  /** What it reads too high in pH 7. */
  readonly offset: number;
}

/**
 * A probe's slope and offset by its readings in two buffers: read = 7 + offset + slope (true − 7).
 * @param truths the buffers' pH, apart by one at least
 * Source: Nernst 1889, with the isopotential point taken at pH 7.
 */
export function probeLine(truths: readonly [number, number], reads: readonly [number, number]): ProbeLine {
  const slope = (reads[1] - reads[0]) / (truths[1] - truths[0]);
  return { slope, offset: reads[0] - 7 - slope * (truths[0] - 7) };
}

/**
 * What a reading means by that line.
 * By definition.
 */
export function truePh(read: number, { slope, offset }: ProbeLine): number {
  return 7 + (read - 7 - offset) / slope;
}
