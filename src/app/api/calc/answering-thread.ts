import { parentPort } from 'node:worker_threads';
import { replyToLine } from '@/calculators/json-lines';
import { calculatorNamed } from '@/calculators/calculators';

/** Answers lines, one at a time, on a thread that can be stopped in the midst of one. */
parentPort?.on('message', ({ line, calculator }: { readonly line: string; readonly calculator?: string }) => {
  const reply = replyToLine(line, calculator === undefined ? undefined : calculatorNamed(calculator));
  parentPort?.postMessage(JSON.stringify(reply));
});
