import { describe, expect, it } from 'vitest';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import type { UnitPreferences } from '@/quantities/quantity';
import { jotExamples } from './example';
import { readLine } from '../jot/read-line';

const ALL: UnitPreferences[] = (['dKH', 'meq/L', 'ppm CaCO3'] as const).flatMap((alkalinity) =>
  (['ppt', 'sg', 'mS/cm'] as const).flatMap((salinity) =>
    (['L', 'US gal'] as const).flatMap((volume) =>
      (['°C', '°F'] as const).map((temperature) => ({ alkalinity, salinity, volume, temperature })),
    ),
  ),
);

describe('the examples a keeper is shown', () => {
  it.each(ALL)('in %o are understood as they stand, and are a sound water', (units) => {
    const examples = jotExamples(units);
    const { drafts, problems } = readLine(Object.values(examples).join(', '), {
      now: 1e12,
      zone: 'UTC',
      units,
      solutions: [],
    });
    expect(problems).toEqual([]);
    expect(drafts.map(({ kind }) => kind)).toEqual(['reading', 'water-change', 'refill', 'room']);
    const [reading] = drafts;
    const values = reading?.kind === 'reading' ? reading.values : {};
    for (const id of ['alkalinity', 'salinity', 'temperature'] as const) {
      const [low, high] = PARAMETERS[id].band;
      expect(values[id]).toBeGreaterThan(low);
      expect(values[id]).toBeLessThan(high);
    }
  });
});
