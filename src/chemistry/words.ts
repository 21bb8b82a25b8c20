/** A name at the head of a sentence; pH keeps its small letter, as the field writes it. */
export function capitalised(name: string): string {
  return name.startsWith('pH') ? name : name.charAt(0).toUpperCase() + name.slice(1);
}
