import { describe, expect, it } from 'vitest';
import { simulatedTank } from '@/chemistry/consumption/testing/simulated-tank';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { answered, refusalOf } from '../testing/run-calculator';
import { mismatchCauses } from './mismatch-causes';

interface Told {
  readonly rates: Record<string, { readonly perDay: number; readonly perDaySd: number; readonly leftOut: unknown[] }>;
  readonly nextTest?: { readonly parameter: string; readonly at: number };
}

describe('consumption from outside', () => {
  it('takes a whole simulated tank, readings and inputs, and holds its truth', () => {
    const tank = simulatedTank(4242);
    const { values, sentence } = answered('consumption', {
      netVolumeL: tank.volumeL,
      now: tank.until,
      readings: tank.readings.map(({ species, at, value, sd, by }) => ({
        parameter: species,
        at,
        value,
        error: sd,
        by,
      })),
      events: tank.events.map((event) =>
        event.kind === 'rate'
          ? { at: event.at, source: event.source, amountsPerDay: event.perDay }
          : event.kind === 'exchange'
            ? {
                at: event.at,
                changedL: event.volumeL,
                water: {
                  alkalinity: event.water.alkalinity,
                  calcium: event.water.calcium,
                  magnesium: event.water.magnesium,
                },
              }
            : { at: event.at, amounts: {} },
      ),
    }) as unknown as { values: Told; sentence: string };
    const { alkalinity } = values.rates;
    expect(Math.abs((alkalinity?.perDay ?? 0) - tank.truth.alkalinity)).toBeLessThan(
      1.96 * (alkalinity?.perDaySd ?? 0),
    );
    expect(sentence).toMatch(/^The tank consumes .* of alkalinity/);
    expect(values.nextTest?.at).toBeGreaterThanOrEqual(tank.until);
  });

  it('a reading in the wrong unit is refused with what was probably meant, or left out as the slip it is', () => {
    const readings = (value: number | string) => [
      ...[0, 4, 8, 12, 16].map((day) => ({
        at: day * 86_400_000,
        parameter: 'alkalinity',
        value: (8.4 - day / 100) * DKH,
      })),
      { at: 20 * 86_400_000, parameter: 'alkalinity', value },
    ];
    // 830 for 8.30, 0.83 for 8.3 dKH.
    expect(refusalOf('consumption', { netVolumeL: 300, readings: readings('830 dKH') })?.field).toBe(
      'reading of alkalinity',
    );
    const slipped = answered('consumption', { netVolumeL: 300, readings: readings('0.83 dKH') });
    const { rates } = slipped.values as Told;
    expect(rates['alkalinity']?.leftOut).toHaveLength(1);
    expect(JSON.stringify(slipped.cautions)).toMatch(/left out as an outlier/);
  });

  it('says that two readings are wanted', () => {
    expect(refusalOf('consumption', { netVolumeL: 300, readings: [] })?.allowed).toMatch(/two or more/);
  });
});

describe('why alkalinity and calcium stand apart', () => {
  const mismatch = { perDay: 0.02, perDaySd: 0.004, likely: 1, found: true };
  const facts = { dosedAlkalinity: 0, dosedCalcium: 0, changedShare: 0, nitratePerDay: undefined };
  const likeliest = (over: object) => mismatchCauses(mismatch, { ...facts, ...over })[0]?.id;
  it('is told by the error each cause would need against the error usual of it', () => {
    // 0.02 of 0.4 mmol/L a day is a strength 5 % off: as solutions are.
    expect(likeliest({ dosedAlkalinity: 0.4, dosedCalcium: 0.4 * 20.04 })).toMatch(/strength/);
    // Not dosed in proportion, a wrong volume explains it as well; in proportion it never does.
    expect(likeliest({ dosedAlkalinity: 0.4 })).toBe('net volume');
    // A fifth changed a day and no doses: new water 0.1 mmol/L off is nothing unusual.
    expect(likeliest({ changedShare: 0.2 })).toBe('salt profile');
    // 0.02 × 62 mg of nitrate a day, and tests show as much.
    expect(likeliest({ nitratePerDay: 1.3 })).toBe('nitrification');
  });
  it('nitrification takes alkalinity alone: it never explains calcium without it', () => {
    const causes = mismatchCauses({ ...mismatch, perDay: -0.02 }, { ...facts, nitratePerDay: 1.3, dosedCalcium: 8 });
    expect(causes.map(({ id }) => id)).not.toContain('nitrification');
    expect(causes.map(({ id }) => id)).toContain('calcium strength');
  });
});
