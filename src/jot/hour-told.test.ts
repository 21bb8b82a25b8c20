import { expect, it } from 'vitest';
import { hourIsTold } from './hour-told';

it.each([
  ['ph 8.1', true],
  ['ph 8.1 now', true],
  ['yesterday ph 8.1', false],
  ['ph 8.1 3 days ago', false],
  ['20 nov alk 8.2 ph 7.95', false],
  ['yesterday 8pm ph 8.1', true],
  ['ph 8.1 this morning', true],
  ['2h ago ph 8.1', true],
  ['sat 9:30 ph 8.1, alk 8', true],
  [undefined, true],
])('tells of “%s” whether its hour is known: %s', (jotted, told) => {
  expect(hourIsTold(jotted, Date.UTC(2026, 10, 24, 18), 'UTC')).toBe(told);
});
