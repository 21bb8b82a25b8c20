import { vi } from 'vitest';

/** Waits until what is expected holds, however busy the machine: looked at often, and given up only when nothing comes any more. */
export function comesTrue(expectation: () => void): Promise<void> {
  return vi.waitFor(expectation, { interval: 2, timeout: 120_000 });
}
