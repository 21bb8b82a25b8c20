import { describe, expect, it } from 'vitest';
import { benchAddress, placeAt } from './addresses';
import { BENCHES } from './benches';

describe('an address', () => {
  it('of every bench is taken apart into what it was made of', () => {
    for (const { path } of BENCHES)
      expect(placeAt(benchAddress('demo', 'atrium', path))).toEqual({
        workspace: 'demo',
        tankId: 'atrium',
        bench: path,
      });
  });

  it.each([
    ['/', { workspace: undefined, tankId: undefined, bench: undefined }],
    ['/mine', { workspace: 'mine', tankId: undefined, bench: undefined }],
    ['/mine/', { workspace: 'mine', tankId: undefined, bench: undefined }],
    ['/mine/a%20b/log', { workspace: 'mine', tankId: 'a b', bench: 'log' }],
    // Written by hand, it may hold what no encoding has.
    ['/mine/100%/log', { workspace: 'mine', tankId: '100%', bench: 'log' }],
  ])('%s may lack steps, or hold any text', (address, place) => {
    expect(placeAt(address)).toEqual(place);
  });
});
