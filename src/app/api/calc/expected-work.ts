/** Of what its like took, the last counts for so much. Chosen: two or three tell. */
const WEIGHT = 0.4;
/** More kinds of line than there are calculators and sizes: what names itself anew each time is not remembered. */
const MOST = 1000;

/** What lines take, by their like: a question of one kind with as much in it takes about as long as the last. */
export class Expected {
  readonly #ms = new Map<string, number>();

  /** ms; nothing where none of its like was answered yet. */
  of(like: string): number {
    return this.#ms.get(like) ?? 0;
  }

  took(like: string, ms: number): void {
    if (!this.#ms.has(like) && this.#ms.size >= MOST) return;
    this.#ms.set(like, WEIGHT * ms + (1 - WEIGHT) * (this.#ms.get(like) ?? ms));
  }
}

/** A line that names its calculator itself does so near its head, as a rule. */
const NAMED = /"calculator"\s*:\s*"([\w-]{1,40})"/;

/** What a line is like: its calculator, and its length by powers of two. */
export function likeOf(line: string, calculator: string | undefined): string {
  return `${calculator ?? NAMED.exec(line)?.[1] ?? ''} ${Math.ceil(Math.log2(line.length + 1))}`;
}
