import { describe, expect, it } from 'vitest';
import { readTyped, typedText } from './typed-moment';

const zone = 'America/Chicago';
const now = Date.UTC(2026, 10, 21, 18, 30);
// By hand: Chicago is six hours behind UTC in November and five in July.
const nine = Date.UTC(2026, 10, 20, 15, 0);

describe('a moment in a field', () => {
  it.each([
    ['Fri 20 Nov 2026 09:00', nine],
    ['20 nov 2026 9:00', nine],
    ['20 Nov 09:00', nine],
    ['Nov 20 09:00', nine],
    ['Nov 20, 2026 09:00', nine],
    ['2026-11-20T09:00', nine],
    ['2026-11-20  09:00', nine],
    ['4 July 2026 09:00', Date.UTC(2026, 6, 4, 14, 0)],
    ['4 Jul', Date.UTC(2026, 6, 4, 17, 0)],
    ['29 Feb 2028 00:10', Date.UTC(2028, 1, 29, 6, 10)],
  ])('“%s” is read', (text, at) => {
    expect(readTyped(text, now, zone)).toBe(at);
  });

  it.each(['11/20/2026 09:00', '20.11.2026', '31 Feb 2026 09:00', '20 Nov 26 09:00', 'soon', '20 Nov 2026 25:00'])(
    '“%s” is not, for it can be read two ways or none',
    (text) => {
      expect(readTyped(text, now, zone)).toBeUndefined();
    },
  );

  it.each([
    ['nov 20 9am', nine],
    ['yesterday 9am', nine],
    ['11/20 9am', nine],
    ['11/20/2026 9:00', nine],
  ])('“%s” is read in the words of the line where months come first', (text, at) => {
    expect(readTyped(text, now, zone, true)).toBe(at);
  });
  it.each(['nov 20 9am alk 8.3', 'soon', '8.3', '31/2'])('“%s” is no moment there either', (text) => {
    expect(readTyped(text, now, zone, true)).toBeUndefined();
  });

  it('is written so that it is read as itself', () => {
    expect(typedText(nine, zone)).toBe('Fri 20 Nov 2026 09:00');
    for (let at = nine; at < nine + 400 * 86_400_000; at += 7.31 * 86_400_000) {
      const minute = Math.floor(at / 60_000) * 60_000;
      expect(readTyped(typedText(minute, zone), now, zone)).toBe(minute);
    }
  });
});
