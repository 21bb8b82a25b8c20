import type { Book, Tank } from '@/record/schema';

const memoised = new WeakMap<Book, WeakMap<Tank, Map<string, unknown>>>();

/**
 * What follows from a book and a tank, worked out once and let go with them. A book never changes once it is read, so
 * this keeps nothing that the record does not say; it only spares asking twice.
 * @param what names the question with all it depends on besides book and tank
 */
export function memoise<Result>(book: Book, tank: Tank, what: string, workOut: () => Result): Result {
  const ofBook = memoised.get(book) ?? new WeakMap<Tank, Map<string, unknown>>();
  memoised.set(book, ofBook);
  const ofTank = ofBook.get(tank) ?? new Map<string, unknown>();
  ofBook.set(tank, ofTank);
  if (!ofTank.has(what)) ofTank.set(what, workOut());
  return ofTank.get(what) as Result;
}
