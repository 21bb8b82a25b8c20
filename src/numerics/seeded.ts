import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { mersenne } from 'pure-rand/generator/mersenne';
import { probit } from 'simple-statistics';

/**
 * Chance that is the same each time: the core has no other. Numbers from 0 up to 1, all alike.
 * @param seed any whole number; neighbouring seeds give unlike numbers from the first on
 * Source: the Mersenne twister, Matsumoto and Nishimura 1998, as the library pure-rand has it. (Its xoroshiro128+ begins alike for
 * neighbouring seeds, and two hundred simulated tanks were then hardly more than one.)
 */
export function seeded(seed: number): () => number {
  const generator = mersenne(seed);
  return () => uniformFloat64(generator);
}

/**
 * Normal noise of a given standard deviation about 0, by the inverse of its distribution.
 * @param random numbers from 0 up to 1, as `seeded` gives them
 * Source: inversion, by the probit of simple-statistics.
 */
export function gaussian(random: () => number): (sd: number) => number {
  return (sd) => sd * probit(random());
}
