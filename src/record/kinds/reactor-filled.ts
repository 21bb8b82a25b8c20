import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { within } from '../rows/fields';
import { defineKind, figuresOfForm, OF_A_TANK, told } from './entry-kind';

export const REACTOR_STORES = ['media', 'CO2'] as const;
export type ReactorStore = (typeof REACTOR_STORES)[number];

const FILLED = { field: 'what was filled in', kind: 'mass', low: 50, high: 500_000, usual: [400, 60_000] } as const;
const CALLED: Readonly<Record<ReactorStore, readonly string[]>> = {
  media: ['media', 'reactor media', 'filled the reactor', 'reactor filled'],
  CO2: ['cylinder', 'co2 cylinder', 'co2 bottle', 'gas bottle'],
};
const WORDS: Readonly<Record<ReactorStore, string>> = { media: 'reactor media', CO2: 'CO₂ cylinder' };

/** A reactor's chamber filled up with media, or a full cylinder of CO2 fitted: so much is there from then on. */
export const reactorFilled = defineKind({
  kind: 'reactor-filled',
  title: 'Reactor filled',
  tankId: OF_A_TANK,
  shape: { store: z.enum(REACTOR_STORES), grams: within(FILLED) },
  jot: (['media', 'CO2'] as const).map((store) => ({
    words: CALLED[store],
    figures: { grams: { expected: store === 'media' ? AMOUNTS.media : AMOUNTS.cylinder, withUnit: true as const } },
    flags: ['refilled', 'filled', 'changed', 'new', 'with', 'of', 'added', 'fitted', 'kg'],
    make: ({ figures: { grams } }) => (grams === undefined ? undefined : { store, grams }),
  })),
  describe: ({ store, grams }, { settings: { units } }) =>
    `${WORDS[store]}: ${told('mass', grams, units)} there from then on`,
  figures: ({ store, grams }) => [[WORDS[store], grams, 'g']],
  mark: { path: 'M2 9 V1 H8 V9 Z M2 5 H8 M3.5 7 H6.5', word: 'reactor filled' },
  form: {
    offered: true,
    figures: figuresOfForm(['grams', 'There from then on', FILLED]),
    choices: [
      {
        key: 'store',
        label: 'What was filled',
        options: REACTOR_STORES.map((store) => [store, WORDS[store]] as const),
        first: 'media',
      },
    ],
  },
});
