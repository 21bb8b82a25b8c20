import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { ALL_KINDS, ENTRY_KINDS } from '@/record/kinds/list';
import { figures, type Schema } from '@/testing/schema-figures';
import { MARKS } from '../timeline/mark-shapes';
import { formOf } from './entry-forms';

describe('bounds on disk', () => {
  it.each(ALL_KINDS.map(({ kind }, i) => [kind, i] as const))(
    'of %s are what its form asks for, or wider',
    (_, place) => {
      const kind = ALL_KINDS[place];
      const stored = new Map(
        figures(z.toJSONSchema(ENTRY_KINDS[place]?.schema ?? z.never(), { unrepresentable: 'any' }) as Schema, '').map(
          (each) => [each.place.replace(/^\.(values\.)?/, ''), each],
        ),
      );
      for (const { key, expected } of (kind && formOf(kind.kind)?.figures(['alkalinity', 'strontium'])) ?? []) {
        const own = stored.get(key);
        // What a field lets through the row takes; nothing is refused after it was accepted.
        expect(own?.low ?? Infinity).toBeLessThanOrEqual(expected.low);
        expect(own?.high ?? -Infinity).toBeGreaterThanOrEqual(expected.high);
      }
    },
  );
});

describe('a bound', () => {
  it('is lost when a figure is typed in its place, and kept when another is', () => {
    const form = formOf('reading');
    const before = { values: { phosphate: 0.02, nitrate: 4 }, bounds: { phosphate: 'below' } } as never;
    expect(form?.rowOf?.({ phosphate: 0.02, nitrate: 5 }, before, {})).toMatchObject({
      bounds: { phosphate: 'below' },
    });
    expect(form?.rowOf?.({ phosphate: 0.03, nitrate: 4 }, before, {})).toMatchObject({ bounds: undefined });
  });
});

it('no two kinds of entry have the same mark', () => {
  const shapes = Object.values(MARKS).map(({ path }) => path);
  expect(shapes.length).toBeGreaterThan(15);
  expect(new Set(shapes).size).toBe(shapes.length);
});
