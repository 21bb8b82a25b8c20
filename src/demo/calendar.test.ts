import { TZDate } from '@date-fns/tz';
import { describe, expect, it } from 'vitest';
import { calendarFor } from './calendar';
import { ZONES } from '@/whole-product/testing/sweep';

describe('the calendar the demo is written by', () => {
  // The tz database puts clocks forward in Lisbon on 28 March 2027, back on 31 October; in Auckland on 26 September and 4 April; in Los Angeles on 14 March and 7 November; never in Kolkata.
  it.each(ZONES)('shows the wall clock of %s on every day of a year, the days of a clock change among them', (zone) => {
    const calendar = calendarFor(Date.UTC(2027, 0, 1, 12), zone);
    let odd = 0;
    for (let day = 0; day < 365; day++) {
      if (calendar.at(day + 1, 0) - calendar.at(day, 0) !== 86_400_000) odd += 1;
      for (const hours of [0, 8, 21]) {
        const shown = new TZDate(calendar.at(day, hours, 30), zone);
        expect([shown.getHours(), shown.getMinutes()], shown.toString()).toEqual([hours, 30]);
        expect(shown.getDay()).toBe(calendar.weekday(day));
      }
    }
    expect(odd).toBe(zone === 'Asia/Kolkata' ? 0 : 2);
  });
});
