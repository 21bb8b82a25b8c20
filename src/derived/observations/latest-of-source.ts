/** Of what holds until it is set anew, the entry that holds at a moment. */
export function latestOfSource<Entry extends { readonly at: number }>(
  entries: readonly Entry[],
  is: (entry: Entry) => boolean,
  at: number,
): Entry | undefined {
  return entries.findLast((entry) => entry.at <= at && is(entry));
}
