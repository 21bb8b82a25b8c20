import { describe, expect, it } from 'vitest';
import { newTank } from './defaults';
import { netVolumeAt, tankSchema, type Tank } from './schema';
import { volumeChanged, withVolume } from './volume-history';

const before: Tank = { ...newTank('t'), name: 'Bay', displayL: 200 };
const after: Tank = { ...before, sumpL: 60 };

describe('a net volume given anew', () => {
  it('from now on leaves what came before at the volume it had', () => {
    const changed = withVolume(before, after, 1000, 'now');
    expect([netVolumeAt(changed, 999), netVolumeAt(changed, 1000)]).toEqual([200, 260]);
    expect(tankSchema.safeParse(changed).error).toBeUndefined();
    const again = withVolume(changed, { ...changed, sumpL: 100 }, 2000, 'now');
    expect([500, 1500, 2500].map((at) => netVolumeAt(again, at))).toEqual([200, 260, 300]);
    // Twice within the minute: what was given in between never held.
    expect(withVolume(changed, { ...changed, sumpL: 100 }, 1000, 'now').earlierVolumes).toEqual(changed.earlierVolumes);
  });
  it('said to have been always so, counts what came before anew', () => {
    const corrected = withVolume(before, after, 1000, 'always');
    expect(netVolumeAt(corrected, 0)).toBe(260);
    expect(tankSchema.safeParse(JSON.parse(JSON.stringify(corrected))).error).toBeUndefined();
  });
  it('is asked for only where the water changed', () => {
    expect(volumeChanged(before, { ...before, name: 'Cove' })).toBe(false);
    expect(volumeChanged(before, after)).toBe(true);
  });
});
