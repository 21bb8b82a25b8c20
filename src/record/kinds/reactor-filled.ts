import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';
import { defineKind, OF_A_TANK, formatted } from './entry-kind';

export const REACTOR_STORES = ['media', 'CO2'] as const;
export type ReactorStore = (typeof REACTOR_STORES)[number];

export const FILLED = {
  field: 'what was filled in',
  kind: 'mass',
  low: 50,
  high: 500_000,
  usual: [400, 60_000],
} as const;
const CALLED: Readonly<Record<ReactorStore, readonly string[]>> = {
  media: ['media', 'reactor media', 'filled the reactor', 'reactor filled'],
  CO2: ['cylinder', 'co2 cylinder', 'co2 bottle', 'gas bottle'],
};
export const STORE_WORDS: Readonly<Record<ReactorStore, string>> = { media: 'reactor media', CO2: 'CO₂ cylinder' };

/** A reactor's chamber filled up with media, or a full cylinder of CO2 fitted: so much is there from then on. */
export const reactorFilled = defineKind({
  kind: 'reactor-filled',
  title: 'Reactor filled',
  tankId: OF_A_TANK,
  shape: { store: z.enum(REACTOR_STORES), grams: bounded(FILLED) },
  jot: (['media', 'CO2'] as const).map((store) => ({
    words: CALLED[store],
    figures: { grams: { expected: store === 'media' ? AMOUNTS.media : AMOUNTS.cylinder, withUnit: true as const } },
    flags: ['refilled', 'filled', 'changed', 'new', 'with', 'of', 'added', 'fitted', 'kg'],
    make: ({ figures: { grams } }) => (grams === undefined ? undefined : { store, grams }),
  })),
  describe: ({ store, grams }, { settings: { units } }) =>
    `${STORE_WORDS[store]}: ${formatted('mass', grams, units)} there from then on`,
  figures: ({ store, grams }) => [[STORE_WORDS[store], grams, 'g']],
});
