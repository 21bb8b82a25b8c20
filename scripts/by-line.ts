import { createInterface } from 'node:readline';

/**
 * A command that answers text: what stands behind it, else what comes on standard input, a line at a time. Ends with what `main` says (0 when
 * all was well, 1 when something was not), and with 2 where the command was not understood.
 */
export async function runCommand(main: () => Promise<number>): Promise<void> {
  try {
    process.exitCode = await main();
  } catch (error) {
    console.error(error instanceof Error ? error.message : String(error));
    process.exitCode = 2;
  }
}

/** Gives each text to what answers it. @param words of the command itself; standard input is read where there are none */
export async function eachText(words: readonly string[], answer: (text: string) => void): Promise<void> {
  if (words.length > 0) answer(words.join(' '));
  else for await (const line of createInterface({ input: process.stdin })) if (line.trim() !== '') answer(line);
}

/** @throws where the option names neither */
export function metricOrUs(units: string | undefined): 'metric' | 'US' | undefined {
  if (units === undefined || units === 'metric' || units === 'US') return units;
  throw new Error(`units are metric or US; these are ${units}`);
}
