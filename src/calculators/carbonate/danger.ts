import { quantity } from '@/quantities/quantity';
import type { Phrase } from '../calculator/calculator';

/** Beyond this the animals are in danger. Common practice: keepers stay below 8.4, and a moment's peak is allowed a little more. */
export const DANGER_PH = 8.6;
/** Aragonite this far oversaturated falls out as a white cloud. From memory: spontaneous precipitation begins some way above 20. */
export const FALLS_OUT = 20;

/** A pH that was worked out, or that it lies beyond where the equations end. */
export function phOf({ phNbs }: { readonly phNbs: number | undefined }): Phrase[] {
  return phNbs === undefined ? ['beyond what can be worked out, above 10'] : [quantity('ph', phNbs)];
}

/** What a saturation means for what falls out. Chosen bounds, but for the last. */
export function precipitation(aragonite: number | undefined): string {
  if (aragonite === undefined || aragonite > FALLS_OUT) return 'a white cloud of carbonate falls out at once';
  if (aragonite > 8) return 'carbonate falls out on pumps, heaters and sand over hours';
  return aragonite > 5.5 ? 'crust forms where it is warm' : 'nothing falls out';
}
