import * as z from 'zod';
import { LATEST_MOMENT } from '@/calculators/calculator/calculator-input';

/** What fields of the record have in common, whichever row they stand in. */
export const id = z.string().min(1).max(64);
export const moment = z.number().int().min(0).max(LATEST_MOMENT);
export const zone = z.string().min(1).refine(isZone, 'no time zone that this browser knows');
/** Nothing that is measured is as small as this without being nothing, in whatever unit; worked with, it leaves no figure. Chosen. */
const LEAST = 1e-12;
const isFigure = (value: number) => value === 0 || Math.abs(value) >= LEAST;
const NO_FIGURE = 'smaller than anything that can be measured: 0, or a figure';
/** A figure that is more than nothing. */
export const more = (high: number) => z.number().positive().max(high).refine(isFigure, NO_FIGURE);
export const amount = (high: number) => z.number().min(0).max(high).refine(isFigure, NO_FIGURE);
/** A figure within what a calculator takes for it. */
export const bounded = ({ low, high }: { readonly low: number; readonly high: number }) =>
  z.number().min(low).max(high).refine(isFigure, NO_FIGURE);
export const name = z.string().trim().min(1, 'a name is needed').max(60, 'a name has at most 60 characters');

/** Nothing that is typed is filed before this: a year has slipped, or a clock shows its start. */
export const EARLIEST = Date.UTC(1990, 0, 1);

/** What has happened is logged; a clock that runs ahead of another by this is forgiven. */
export const AHEAD_MS = 10 * 60_000;

/** Whether days can be told in a zone: its IANA name, as this browser knows them. */
export function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
