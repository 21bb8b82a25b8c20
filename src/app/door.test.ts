import { hostname } from 'node:os';
import { describe, expect, it } from 'vitest';
import { refusedAtTheDoor } from './door';

const asked = (headers: Record<string, string>) => refusedAtTheDoor(new Headers(headers));

describe('the door', () => {
  it.each([
    'localhost:3000',
    'localhost',
    '127.0.0.1:3000',
    '[::1]:3000',
    '192.168.1.20:3000',
    'tank.localhost:3000',
    hostname(),
  ])('answers to %s', (host) => {
    expect(asked({ host })).toBeUndefined();
    expect(asked({ host, origin: `http://${host}` })).toBeUndefined();
  });

  it.each([
    'rebound.example',
    'rebound.example:3000',
    'localhost.rebound.example',
    '127.0.0.1.rebound.example',
    '',
    'localhost@x',
  ])('but not to “%s”, which another may have lead here', (host) => {
    expect(asked({ host })).toMatch(/^This server is not called/);
  });

  it('answers no page of another site, in whatever way it asks', () => {
    const host = 'localhost:3000';
    for (const origin of [
      'http://elsewhere.example',
      'http://localhost:4000',
      'https://localhost:3000.example',
      'null',
      'x',
    ])
      expect(asked({ host, origin })).toMatch(/another site/);
    expect(asked({ host, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' })).toMatch(/another site/);
    // A link may be followed from anywhere.
    expect(asked({ host, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' })).toBeUndefined();
    expect(asked({ host, 'sec-fetch-site': 'same-origin', 'sec-fetch-mode': 'cors' })).toBeUndefined();
  });
});
