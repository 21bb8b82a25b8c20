import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { patternOf, windowsOf } from './patterns';

const lights = { fromMinute: 600, forMinutes: 600 };

describe('patterns of dosing against the lights', () => {
  it('lights from 10:00 to 20:00 leave 20:00 to 10:00 dark; the two stretches lie at its ends', () => {
    expect(windowsOf('round the clock', lights, [])).toEqual([]);
    expect(windowsOf('lights off', lights, [])).toEqual([{ fromMinute: 1200, forMinutes: 840 }]);
    // Four hours after lights out, and the four before they come on (common practice).
    expect(windowsOf('two stretches', lights, [])).toEqual([
      { fromMinute: 1200, forMinutes: 240 },
      { fromMinute: 360, forMinutes: 240 },
    ]);
    expect(windowsOf('own hours', lights, [])).toEqual([{ fromMinute: 1200, forMinutes: 840 }]);
  });

  it('never dose while the lights burn, and are known again by their hours, whatever the lights', () => {
    fc.assert(
      fc.property(fc.nat(1439), fc.integer({ min: 0, max: 1380 }), (fromMinute, forMinutes) => {
        const burning = { fromMinute, forMinutes };
        for (const pattern of ['lights off', 'two stretches'] as const) {
          const windows = windowsOf(pattern, burning, []);
          for (const { fromMinute: opens, forMinutes: lasts } of windows) {
            // Minutes from lights out to the end of the stretch: all of it lies in the dark.
            const after = (opens - (fromMinute + forMinutes) + 2 * 1440) % 1440;
            expect(after + lasts).toBeLessThanOrEqual(1440 - forMinutes);
          }
          if (patternOf(windows, burning) !== 'own hours')
            expect(windowsOf(patternOf(windows, burning), burning, [])).toEqual(windows);
        }
      }),
    );
    expect(patternOf([{ fromMinute: 5, forMinutes: 7 }], lights)).toBe('own hours');
    expect(patternOf([], lights)).toBe('round the clock');
  });
});
