import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import pinned from '../../scripts/pinned-moment.json';
import { readTold, writeFile } from '@/record/file';
import { drawnNumber, tried, WHOLE } from '@/testing/tier';
import { spend } from '@/testing/work';
import { everyAnswer } from './testing/every-answer';
import { smallHouse } from './testing/small-house';

const NOW = Date.parse(pinned.at);
const text = writeFile(smallHouse(NOW), new Date(NOW));

/** What a hand, a script or a bad disk puts where something else stood. */
const ODD: readonly unknown[] = [
  null,
  true,
  '',
  'x'.repeat(3000),
  -1,
  0,
  1e308,
  -1e308,
  5e-324,
  8.64e15,
  NaN,
  [],
  {},
  [[[[]]]],
  '__proto__',
  'constructor',
  '1e999',
  '\u0000',
  '\u2028',
  '<img src=x onerror=alert(1)>',
  '../../etc',
  'a/b',
  '%',
  '=1+1',
  { __proto__: null, toString: 1 },
];

const ASKED_ONE_IN = tried(60, 200);
const BACK_ONE_IN = 4;

type Place = readonly (string | number)[];
const places = placesOf(JSON.parse(text));

function placesOf(value: unknown, at: Place = []): Place[] {
  if (typeof value !== 'object' || value === null) return [at];
  return [at, ...Object.entries(value).flatMap(([key, each]) => placesOf(each, [...at, key]))];
}

/** Changes one place of a file as data: put something odd there, take it out, double it, or put another part of the file there. */
function changed(place: Place, how: number, odd: unknown, other: Place): string {
  const whole = JSON.parse(text) as unknown;
  const at = (path: Place) =>
    path.reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], whole);
  const key = place.at(-1);
  const inside = at(place.slice(0, -1)) as Record<string, unknown>;
  if (key === undefined) return JSON.stringify(odd);
  if (how === 0) inside[key] = odd;
  else if (how === 1) Reflect.deleteProperty(inside, key);
  else if (how === 2) inside[key] = structuredClone(at(other));
  else if (Array.isArray(inside)) inside.push(structuredClone(inside[Number(key)]));
  else inside[`${String(key)}2`] = inside[key];
  return JSON.stringify(whole);
}

/** Changes a file as text: a character, a cut, a stretch twice. */
function scratched(at: number, length: number, how: number, character: string): string {
  if (how === 0) return text.slice(0, at) + character + text.slice(at + 1);
  if (how === 1) return text.slice(0, at);
  return text.slice(0, at + length) + text.slice(at);
}

const FILES = tried(300, 5000);

describe('mutated files', () => {
  const place = fc.integer({ min: 0, max: places.length - 1 }).map((i) => places[i] ?? []);
  const mutations = {
    'as data': fc.tuple(place, fc.nat(3), fc.constantFrom(...ODD), place).map((args) => changed(...args)),
    'as text': fc
      .tuple(fc.nat(text.length), fc.nat(400), fc.nat(2), fc.constantFrom('"', '{', ']', ',', '9', '\\', '\u0000', 'e'))
      .map((args) => scratched(...args)),
  };
  it.each(Object.entries(mutations))('%s: each is read whole or refused with its place', (_, mutation) => {
    spend('mutated files', FILES);
    let read = 0;
    fc.assert(
      fc.property(mutation, (file) => {
        const told = readTold(file);
        if ('faults' in told) {
          expect(told.faults.length).toBeGreaterThan(0);
          for (const fault of told.faults) expect(fault.length).toBeGreaterThan(8);
          return;
        }
        read += 1;
        // What was taken in goes out again, and comes back the same.
        if (read % BACK_ONE_IN > 0) return;
        const back = readTold(writeFile(told.read.snapshot, new Date(NOW)));
        expect(back).toEqual({ read: { snapshot: told.read.snapshot, remarks: [] } });
        // And every bench answers it or refuses it in words; one in so many is asked, since all would take minutes.
        if (read % ASKED_ONE_IN > 0) return;
        spend('records put to every bench');
        everyAnswer(told.read.snapshot, NOW, true);
      }),
      { numRuns: FILES, seed: WHOLE ? 20_261_124 : drawnNumber('mutated files') | 0 },
    );
    expect(read).toBeGreaterThan(FILES / 100);
    expect(Object.prototype).not.toHaveProperty('x');
  });
});
