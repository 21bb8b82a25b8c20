export function addedUp(book: string): Record<string, number>;
export function withinBudget(
  book: string,
  whole: boolean,
  budget?: Readonly<Record<string, number>>,
  say?: (line: string) => void,
): boolean;
