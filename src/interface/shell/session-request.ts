/** What asks for the grid of a session: its first cell takes the focus, as soon as it is there. */
const REQUEST = 'mild-tide:session';
/** Asked for so long, ms: a bench that is fetched slowly still answers, one that is opened later for something else does not. Chosen. */
const WAITS_MS = 5000;
let askedAt: number | undefined;

export function askForSession(): void {
  askedAt = performance.now();
  document.dispatchEvent(new CustomEvent(REQUEST));
}

/** @param begin takes the focus; called at once where it was asked for just before. @returns how to stop listening */
export function onSessionAsked(begin: () => void): () => void {
  const answer = () => {
    askedAt = undefined;
    begin();
  };
  if (askedAt !== undefined && performance.now() - askedAt < WAITS_MS) answer();
  document.addEventListener(REQUEST, answer);
  return () => document.removeEventListener(REQUEST, answer);
}
