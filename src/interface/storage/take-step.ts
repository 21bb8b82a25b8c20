import type { CommitOptions } from '@/record/change';
import type { RecordStore } from '@/record/store';
import { askFirst } from '../notices/ask-first';
import { notify } from '../notices/notices';
import { failureText } from './failure-text';

const WORDS = {
  undo: { verb: 'Undo', done: 'Undone', other: 'redo', nothing: 'Nothing to undo', gone: 'That is undone already.' },
  redo: { verb: 'Redo', done: 'Done again', other: 'undo', nothing: 'Nothing to redo', gone: 'That is done already.' },
} as const;

/**
 * Undoes or redoes a change and says so, with the way back. What takes more than an entry or two with it is asked about.
 * @param seq the change; the last one in any tab where none is given
 */
export function takeStep(store: RecordStore, doing: 'undo' | 'redo', seq?: number): Promise<void> {
  // One after another: two presses are two steps, and the second is found once the first is done.
  steps = steps.then(() => oneStep(store, doing, seq));
  return steps;
}

let steps: Promise<void> = Promise.resolve();

async function oneStep(store: RecordStore, doing: 'undo' | 'redo', seq: number | undefined): Promise<void> {
  const words = WORDS[doing];
  try {
    const step = await store.next(doing, seq);
    if (!step) {
      notify({ text: seq === undefined ? words.nothing : words.gone });
      return;
    }
    const sure =
      step.weight === undefined ||
      (await askFirst({
        title: `${words.verb} “${step.label}”?`,
        text: step.weight,
        yes: words.verb,
        no: 'Cancel',
      }));
    if (!sure) return;
    // By its number: what was asked about is what is done, whatever another tab did meanwhile.
    const done = await store[doing](step.seq, toldOf(`${words.verb} “${step.label}”`));
    notify(
      done
        ? {
            text: `${words.done}: ${done.label}`,
            action: { words: WORDS[words.other].verb, run: () => void takeStep(store, words.other, done.seq) },
          }
        : { text: words.gone },
    );
  } catch (error) {
    notify({ text: failureText(error), error: true });
  }
}

/** A step through thousands of rows takes a while: from this on it is told how far it is, ms, and again after each such while. */
const TOLD_EVERY_MS = 500;

function toldOf(what: string): CommitOptions {
  const stop = new AbortController();
  let toldAt = performance.now();
  return {
    signal: stop.signal,
    onProgress: (share) => {
      if (performance.now() - toldAt < TOLD_EVERY_MS) return;
      toldAt = performance.now();
      notify({ text: `${what}: ${Math.round(share * 100)} %`, action: { words: 'Stop', run: () => stop.abort() } });
    },
  };
}
