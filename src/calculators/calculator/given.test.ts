import { expect, it } from 'vitest';
import { given } from './given';

it('leaves out what is unknown, and nothing else', () => {
  expect(given({ a: null, b: undefined, c: 0, d: false, e: '', f: NaN })).toEqual({ c: 0, d: false, e: '', f: NaN });
  expect('b' in given({ b: undefined })).toBe(false);
});
