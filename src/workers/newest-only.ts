/**
 * One piece of work at a time; of those that pile up behind it only the newest is done. What came between was asked by a
 * figure that has since been typed over.
 */
export class NewestOnly {
  #working = false;
  #next: (() => Promise<unknown>) | undefined;

  /** @param work never rejects: whoever hands it in has seen to that */
  add(work: () => Promise<unknown>): void {
    if (this.#working) {
      this.#next = work;
      return;
    }
    this.#working = true;
    void work().finally(() => {
      this.#working = false;
      const next = this.#next;
      this.#next = undefined;
      if (next) this.add(next);
    });
  }
}
