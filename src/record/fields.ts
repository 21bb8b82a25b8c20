import { z } from 'zod';

/** What fields of the record have in common, whichever row they stand in. */
export const id = z.string().min(1).max(64);
export const moment = z.number().int().min(0).max(8.64e15);
export const amount = (high: number) => z.number().min(0).max(high);
export const name = z.string().trim().min(1, 'a name is needed').max(60, 'a name has at most 60 characters');

/** What has happened is logged; a clock that runs ahead of another by this is forgiven. */
export const AHEAD_MS = 10 * 60_000;
