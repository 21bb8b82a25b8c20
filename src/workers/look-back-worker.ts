import '@/calculators/calculator/without-eval';
import { expose } from 'comlink';
import { heldQuestion } from '@/derived/dosing/held-question';
import type { Snapshot } from '@/record/schema';

/** What the record would have been told at each of its tests: an estimate for each, so it is worked out beside the page. */
const lookBack = {
  held: (snapshot: Snapshot, tankId: string, now: number) => {
    const tank = snapshot.tanks.find(({ id }) => id === tankId);
    return tank && heldQuestion(snapshot, tank, now);
  },
};
export type LookBack = typeof lookBack;

expose(lookBack);
