/** What another part of the page asks of the line to jot in: the focus, and a beginning to go on from. */
const REQUEST = 'mild-tide:jot';

export function askToJot(beginning = ''): void {
  document.dispatchEvent(new CustomEvent<string>(REQUEST, { detail: beginning }));
}

/** @returns how to stop listening */
export function onJotAsked(begin: (beginning: string) => void): () => void {
  const listen = (event: Event) => begin((event as CustomEvent<string>).detail);
  document.addEventListener(REQUEST, listen);
  return () => document.removeEventListener(REQUEST, listen);
}
