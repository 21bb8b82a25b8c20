import '@/calculators/calculator/without-eval';
import { expose } from 'comlink';
import { heldQuestion } from '@/derived/dosing/held-question';
import type { Book } from '@/record/schema';

/** What the record would have been told at each of its tests: an estimate for each, so it is worked out beside the page. */
const lookBack = {
  held: (book: Book, tankId: string, now: number) => {
    const tank = book.tanks.find(({ id }) => id === tankId);
    return tank && heldQuestion(book, tank, now);
  },
};
export type LookBack = typeof lookBack;

expose(lookBack);
