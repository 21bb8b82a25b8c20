import type { Caution } from '@/calculators/calculator/calculator';

/** Which of the usual cautions this browser's keeper has read is a matter of the browser, not of the record. */
const KEY = 'mild-tide:understood';
const listeners = new Set<() => void>();

/** A caution is known by its words; one that is worded anew is read anew. */
function nameOf({ says }: Caution): string {
  return says.filter((phrase) => typeof phrase === 'string').join(' ');
}

/** The names of all that are understood, as they are kept. */
export function acknowledgedSoFar(): string {
  try {
    return localStorage.getItem(KEY) ?? '[]';
  } catch {
    return '[]';
  }
}

export function isAcknowledged(kept: string, caution: Caution): boolean {
  try {
    return (JSON.parse(kept) as string[]).includes(nameOf(caution));
  } catch {
    return false;
  }
}

export function acknowledge(caution: Caution): void {
  try {
    const known = JSON.parse(acknowledgedSoFar()) as string[];
    localStorage.setItem(KEY, JSON.stringify([...new Set([...known, nameOf(caution)])]));
  } catch {
    // Then it is shown again.
  }
  for (const tell of listeners) tell();
}

export function onAcknowledged(tell: () => void): () => void {
  listeners.add(tell);
  window.addEventListener('storage', tell);
  return () => {
    listeners.delete(tell);
    window.removeEventListener('storage', tell);
  };
}
