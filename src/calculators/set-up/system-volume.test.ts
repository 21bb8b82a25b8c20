import { describe, expect, it } from 'vitest';
import { answered, refusalOf, valuesOf } from '../testing/run-calculator';

describe('the water of a system', () => {
  it('is what the vessels hold less what is displaced', () => {
    const asked = { name: 'Atrium', displayL: '480 L', sumpL: '172 L', rockL: '22 L', sandL: '10 L' };
    expect(answered('system-volume', asked).sentence).toBe('Atrium holds 620 L of water.');
    expect(valuesOf('system-volume', asked)).toEqual({ grossL: 652, displacedL: 32, netL: 620 });
  });
  it('is the keeper’s own figure where there is one, asked about when far off', () => {
    const own = answered('system-volume', { displayL: 400, ownL: 250 });
    expect(own.sentence).toBe('The tank holds 250 L of water.');
    expect(JSON.stringify(own.cautions)).toMatch(/more than a quarter off/);
  });
  it('is asked for, and doubted where rock fills the tank', () => {
    expect(answered('system-volume', {}).sentence).toMatch(/^Say what the display/);
    expect(answered('system-volume', { displayL: 100, rockL: 120 }).sentence).toMatch(/^Rock and sand cannot/);
    expect(JSON.stringify(answered('system-volume', { displayL: 100, rockL: 60 }).cautions)).toMatch(/10 to 20 %/);
    expect(refusalOf('system-volume', { displayL: -4 })?.field).toBe('display');
  });
});
