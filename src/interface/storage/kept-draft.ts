import { useCallback, useEffect, useRef, useState } from 'react';
import { useAddress } from '../address/place';

/**
 * What is typed into a form and not yet filed, kept for this tab by the address of its bench: it survives a change of bench and a
 * reload. Nothing of it leaves the tab, and it is let go after a day.
 */
const PREFIX = 'mild-tide:draft:';
const KEPT_MS = 86_400_000;

interface Kept {
  readonly at: number;
  readonly value: unknown;
}

function keyOf(address: string, name: string): string {
  return `${PREFIX}${address} ${name}`;
}

/** The tank of a bench's address. */
function tankOf(address: string): string {
  return address.split('/').slice(0, 3).join('/');
}

function read(key: string): Kept | undefined {
  try {
    const text = sessionStorage.getItem(key);
    const kept = text === null ? undefined : (JSON.parse(text) as Kept);
    return kept && Date.now() - kept.at < KEPT_MS ? kept : undefined;
  } catch {
    return undefined;
  }
}

function write(key: string, value: unknown): void {
  try {
    sessionStorage.setItem(key, JSON.stringify({ at: Date.now(), value } satisfies Kept));
  } catch {
    // Then a reload forgets what was typed, and nothing else.
  }
}

function forget(key: string): void {
  try {
    sessionStorage.removeItem(key);
  } catch {
    // Nothing was kept.
  }
}

/**
 * State like `useState`, kept under a name while the form it belongs to is open elsewhere or the page is reloaded.
 * @param name unique on its bench; with the row's id where it belongs to one
 * @param of what keeps it: a bench, or a tank whose benches share it
 */
export function useKeptState<Value>(
  name: string,
  initial: Value | (() => Value),
  of: 'bench' | 'tank' = 'bench',
): readonly [Value, (next: Value | ((present: Value) => Value)) => void] {
  const address = useAddress();
  const key = keyOf(of === 'tank' ? tankOf(address) : address, name);
  const first = () => (typeof initial === 'function' ? (initial as () => Value)() : initial);
  const [value, setValue] = useState<Value>(() => {
    const kept = read(key);
    return kept ? (kept.value as Value) : first();
  });
  const set = useCallback(
    (next: Value | ((present: Value) => Value)) => {
      setValue((present) => {
        const wanted = typeof next === 'function' ? (next as (present: Value) => Value)(present) : next;
        write(key, wanted);
        return wanted;
      });
    },
    [key],
  );
  return [value, set];
}

/**
 * The row a form was opened on, kept with its drafts: what is saved is told apart from what another tab changed in the meantime.
 * @param row as it stands now; undefined for a new one
 */
export function useBase<Row>(form: string, row: Row): readonly [Row, (opened: Row) => void] {
  const address = useAddress();
  const key = keyOf(address, `${form} opened`);
  const [opened, setOpened] = useState<Row>(() => {
    // Without drafts that were made from it, what was kept of an earlier visit is only old.
    let drafts = 0;
    each(keyOf(address, `${form} `), (other) => (drafts += other === key ? 0 : 1));
    const kept = drafts > 0 ? read(key) : undefined;
    if (kept?.value !== undefined) return kept.value as Row;
    write(key, row);
    return row;
  });
  const open = useCallback(
    (next: Row) => {
      write(key, next);
      setOpened(next);
    },
    [key],
  );
  return [opened, open];
}

/** Lets go of all drafts of a form on this bench: when it was filed, or given up. */
export function useForgetDrafts(form: string): () => void {
  const prefix = keyOf(useAddress(), `${form} `);
  return useCallback(() => each(prefix, forget), [prefix]);
}

const ASIDE = 'mild-tide:aside:';

/** Puts aside what was typed on a bench that failed on it, so that it does not come back with the next load. */
export function putAsideDrafts(address: string): void {
  for (const keeper of [address, tankOf(address)])
    each(keyOf(keeper, ''), (key) => {
      const kept = read(key);
      forget(key);
      if (kept) write(`${ASIDE}${address}${key.slice(PREFIX.length + keeper.length)}`, kept.value);
    });
}

/** What was put aside of a bench, as text to be copied. */
export function draftsAside(address: string): readonly string[] {
  const found: string[] = [];
  each(`${ASIDE}${address} `, (key) =>
    found.push(...linesOf(key.slice(ASIDE.length + address.length + 1), read(key)?.value)),
  );
  return found;
}

/** A line for each field that holds something; the fields of a form that is kept as one draft stand for themselves. */
function linesOf(name: string, value: unknown): string[] {
  if (value === undefined || value === null || value === '') return [];
  if (typeof value !== 'object') return [`${name}: ${String(value)}`];
  if (Array.isArray(value)) return value.length > 0 ? [`${name}: ${JSON.stringify(value)}`] : [];
  return Object.entries(value).flatMap(([field, of]) =>
    linesOf(name.endsWith(' draft') ? field : `${name} ${field}`, of),
  );
}

function each(prefix: string, work: (key: string) => void): void {
  try {
    for (const key of Object.keys(sessionStorage)) if (key.startsWith(prefix)) work(key);
  } catch {
    // No storage, nothing kept.
  }
}

/** Whether a form still holds what was sent: what is typed while that is being written is for the next. */
export function useStillSent<Value>(value: Value): (sent: Value) => boolean {
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  }, [value]);
  return useCallback((sent: Value) => latest.current === sent, []);
}
