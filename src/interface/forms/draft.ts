import { useKeptState } from '../storage/kept-draft';

/**
 * What is typed into a form and not yet filed, kept for the tab under the form's name.
 * @param form unique on its bench; with the row's id where it belongs to one
 * @param initial the fields as they stand before anything is typed; null is an empty figure
 * @returns the draft; `set`, which changes some of it, by what stands there then if it is given a function; and `field`, what a field of a key is given
 */
export function useDraft<Draft extends object>(form: string, initial: Draft | (() => Draft)) {
  const [draft, setDraft] = useKeptState<Draft>(`${form} draft`, initial);
  const set = (change: Partial<Draft> | ((present: Draft) => Partial<Draft>)) =>
    setDraft((present) => ({ ...present, ...(typeof change === 'function' ? change(present) : change) }));
  const field = <Key extends keyof Draft>(key: Key) => ({
    value: draft[key],
    onChange: (value: Draft[Key]) => set({ [key]: value } as unknown as Partial<Draft>),
  });
  return { draft, set, field };
}
