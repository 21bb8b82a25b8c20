import { NO3_PER_N, PO4_PER_P } from '../conversion';
import { SDS_95 } from '@/numerics/normal-interval';

/** What is fed. A broadcast food for corals is powder as a rule: what it holds is that of dry food. */
export const FOODS = ['dry', 'frozen', 'seaweed', 'coral'] as const;
export type Food = (typeof FOODS)[number];

/** By what it is counted. */
export const FOOD_MEASURES = ['cubes', 'pinches', 'grams', 'spoons', 'sheets'] as const;
export type FoodMeasure = (typeof FOOD_MEASURES)[number];

/** Between these, 95 times in 100. */
interface Between {
  readonly low: number;
  readonly high: number;
}

/**
 * Nitrogen and phosphorus of foods, mg a gram as it is fed. From memory, all of it: dry foods of 45 to 55 % protein, nitrogen = protein ÷ 6.25,
 * phosphorus 1 to 1.5 %; a thawed cube of 3 to 4 g with 30 to 50 mg of nitrogen and about 5 mg of phosphorus; dried seaweed of 30 to 45 % protein.
 */
const CONTENT: Readonly<Record<Food, { readonly nitrogen: Between; readonly phosphorus: Between }>> = {
  dry: { nitrogen: { low: 72, high: 88 }, phosphorus: { low: 10, high: 15 } },
  coral: { nitrogen: { low: 60, high: 96 }, phosphorus: { low: 8, high: 16 } },
  frozen: { nitrogen: { low: 8.5, high: 14 }, phosphorus: { low: 0.9, high: 2.2 } },
  seaweed: { nitrogen: { low: 48, high: 72 }, phosphorus: { low: 3, high: 8 } },
};

/** What one of each weighs, g. From memory: a cube 3 to 4 g, a pinch 0.2 to 0.4 g, a level small spoon 1.5 to 3 g, a sheet of seaweed 2 to 3.5 g. */
const WEIGHS: Readonly<Record<FoodMeasure, Between>> = {
  cubes: { low: 3, high: 4 },
  pinches: { low: 0.2, high: 0.4 },
  grams: { low: 0.98, high: 1.02 },
  spoons: { low: 1.5, high: 3 },
  sheets: { low: 2, high: 3.5 },
};

/** What a measure holds where no food is named. Common practice: cubes are frozen, sheets are seaweed, the rest is dry. */
const USUALLY: Readonly<Record<FoodMeasure, Food>> = {
  cubes: 'frozen',
  pinches: 'dry',
  grams: 'dry',
  spoons: 'dry',
  sheets: 'seaweed',
};

/** A figure that is known but for a factor: its median, and the standard deviation of its logarithm. */
export interface UpToFactor {
  readonly median: number;
  readonly sdLog: number;
}

export type Nutrient = 'nitrate' | 'phosphate';
/** Nitrate for one of nitrogen, phosphate for one of phosphorus, by mass: once food is eaten and burnt, all of it comes to that. */
const AS_NUTRIENT = { nitrate: NO3_PER_N, phosphate: PO4_PER_P } as const;

/**
 * What one cube, pinch, gram of a food comes to as nitrate or phosphate, mg, once all of its nitrogen or phosphorus is in the water.
 * @param food what the measure usually holds when left out
 * Source: contents and weights above, from memory; NO3/N and PO4/P by CIAAW 2021; independent factors by their logarithms.
 */
export function nutrientOfFood(nutrient: Nutrient, measure: FoodMeasure, food: Food = USUALLY[measure]): UpToFactor {
  const content = CONTENT[food][nutrient === 'nitrate' ? 'nitrogen' : 'phosphorus'];
  const [holds, weighs] = [asFactor(content), asFactor(WEIGHS[measure])];
  return {
    median: holds.median * weighs.median * AS_NUTRIENT[nutrient],
    sdLog: Math.hypot(holds.sdLog, weighs.sdLog),
  };
}

function asFactor({ low, high }: Between): UpToFactor {
  return { median: Math.sqrt(low * high), sdLog: Math.log(high / low) / (2 * SDS_95) };
}
