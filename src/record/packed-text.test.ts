import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tried } from '@/testing/tier';
import { pack, unpack } from './packed-text';

describe('packed text', () => {
  it('comes back as it was, whatever it is', async () => {
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'binary', maxLength: 400 }), async (text) => {
        expect(await unpack(await pack(text))).toBe(text);
      }),
      { numRuns: tried(60, 2000) },
    );
    for (let length = 0; length < 40; length++) {
      const text = 'ä'.repeat(length);
      expect(await unpack(await pack(text))).toBe(text);
    }
  });

  it('holds no half of a surrogate pair, and nothing that a store of text could take amiss', async () => {
    const packed = await pack(Array.from({ length: 20_000 }, (_, i) => ((i * 7919) % 104_729).toString(36)).join(' '));
    const codes = [...packed].map((each) => each.codePointAt(0) ?? 0);
    expect(Math.min(...codes)).toBeGreaterThanOrEqual(0x20);
    expect(Math.max(...codes)).toBeLessThan(0xd800);
  });

  it('is refused where it is cut off or changed', async () => {
    const text = Array.from({ length: 4000 }, (_, i) => `entry ${i * 31}`).join();
    const packed = await pack(text);
    await expect(unpack(packed.slice(0, packed.length / 2))).rejects.toThrow();
    await expect(unpack('')).rejects.toThrow();
    await expect(unpack('hello')).rejects.toThrow();
  });
});
