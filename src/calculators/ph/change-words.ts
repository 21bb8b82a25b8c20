/** How much of what was set is told. */
const MOST_CHARACTERS = 80;

/**
 * What was changed, as it goes on after "since": "the windows were shut".
 * @param described the entry in its own words
 */
export function changeWords(
  { lever, hours, off }: { readonly lever?: string; readonly hours?: unknown; readonly off?: boolean | undefined },
  described: string,
): string {
  if (lever === 'windows' && hours === undefined) return `the windows were ${off ? 'shut' : 'opened'}`;
  return `“${described}” was set`.slice(0, MOST_CHARACTERS);
}
