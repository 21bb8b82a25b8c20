/** The 25th of a month, which no month can be. */
const SAMPLE = new Date(Date.UTC(2026, 10, 25, 12));

/**
 * Whether a date with slashes is told month first where the keeper lives, by the browser's own language.
 * @example monthFirst('en-US') // true; 'en-GB' false
 */
export function monthFirst(language: string | undefined = globalThis.navigator?.language): boolean {
  const parts = new Intl.DateTimeFormat(language, { day: 'numeric', month: 'numeric', timeZone: 'UTC' }).formatToParts(
    SAMPLE,
  );
  return parts.findIndex(({ type }) => type === 'month') < parts.findIndex(({ type }) => type === 'day');
}
