import { spend } from '@/testing/work';
import { keptTank, type Hardship, type Keeper, type Kept } from './kept-tank';

/** How a keeper fares on so many tanks: the mean of each figure. */
export function keptScore(keeper: Keeper, tanks: number, firstSeed: number, hardship: Hardship = {}): Kept {
  spend('simulated tanks', tanks);
  const kept = Array.from({ length: tanks }, (_, i) => keptTank(firstSeed + i, keeper, hardship));
  const mean = (of: (each: Kept) => number) => kept.reduce((sum, each) => sum + of(each), 0) / tanks;
  return {
    near: mean(({ near }) => near),
    worst: mean(({ worst }) => worst),
    missedBy: mean(({ missedBy }) => missedBy),
    moves: mean(({ moves }) => moves),
    turns: mean(({ turns }) => turns),
    tests: mean(({ tests }) => tests),
  };
}
