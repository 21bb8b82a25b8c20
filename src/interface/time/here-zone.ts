/** The zone this device stands in. */
export function hereZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone;
}
