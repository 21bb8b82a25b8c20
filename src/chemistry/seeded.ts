import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { probit } from 'simple-statistics';

/**
 * Chance that is the same each time: the core has no other. Numbers from 0 up to 1, all alike.
 * @param seed any whole number
 * Source: xoroshiro128+, Blackman and Vigna 2018, as the library pure-rand has it.
 */
export function seeded(seed: number): () => number {
  const generator = xoroshiro128plus(seed);
  return () => uniformFloat64(generator);
}

/**
 * Normal noise of a given standard deviation about 0, by the inverse of its distribution.
 * @param random numbers from 0 up to 1, as `seeded` gives them
 */
export function gaussian(random: () => number): (sd: number) => number {
  return (sd) => sd * probit(random());
}
