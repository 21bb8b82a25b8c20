/** What is known of an object: a key for each field that holds something. */
export type Given<Whole> = { [Key in keyof Whole]?: NonNullable<Whole[Key]> };

/**
 * An object without its empty fields: an unknown is left out of a question or a row, and never handed on as nothing.
 * @param whole fields that may be null or undefined
 * @returns the fields that hold something; nought, false and an empty text are something
 */
export function given<Whole extends object>(whole: Whole): Given<Whole> {
  return Object.fromEntries(
    Object.entries(whole).filter(([, value]) => value !== null && value !== undefined),
  ) as Given<Whole>;
}
