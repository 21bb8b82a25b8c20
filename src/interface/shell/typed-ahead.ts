/** Find is fetched when it is first opened: what is typed meanwhile was meant for it, and is no shortcut. */
const MEANT_FOR_IT_MS = 3000;

let ahead: { readonly since: number; text: string } | undefined;

/** Find was asked for: keys are kept for it from now. */
export function expectTyping(now = performance.now()): void {
  ahead = { since: now, text: '' };
}

/** @returns whether a key was kept for Find, which is on its way */
export function keptAhead(key: string, now = performance.now()): boolean {
  if (!ahead || now - ahead.since > MEANT_FOR_IT_MS) return false;
  if (key === 'Backspace') ahead.text = ahead.text.slice(0, -1);
  else if (key.length === 1) ahead.text += key;
  else return false;
  return true;
}

/** What was typed ahead, once: Find begins with it. */
export function takeTypedAhead(): string {
  const text = ahead?.text ?? '';
  ahead = undefined;
  return text;
}
