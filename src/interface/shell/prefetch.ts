import type { BenchPath } from '@/registry/benches';

/** How a bench is fetched before it is gone to. The benches stand above this, and say so themselves. */
let fetchBench: (bench: BenchPath) => void = () => undefined;

export function setPrefetch(how: (bench: BenchPath) => void): void {
  fetchBench = how;
}

/** A way to a bench is near the pointer or has the focus: what is gone to next is nearly always one of these. */
export function prefetch(bench: BenchPath): void {
  fetchBench(bench);
}
