/** A copy of an object without one of its keys. */
export function without<Whole extends object, Key extends keyof Whole>(whole: Whole, key: Key): Omit<Whole, Key> {
  return Object.fromEntries(Object.entries(whole).filter(([name]) => name !== key)) as Omit<Whole, Key>;
}
