import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { within } from '../rows/fields';
import { defineKind, figuresOfForm, OF_A_TANK, told, type Verb } from './entry-kind';

export const REACTOR_STORES = ['media', 'CO2'] as const;
export type ReactorStore = (typeof REACTOR_STORES)[number];

const FILLED = { field: 'what was filled in', kind: 'mass', low: 50, high: 500_000, usual: [400, 60_000] } as const;
const WORDS: Readonly<Record<ReactorStore, string>> = { media: 'reactor media', CO2: 'CO₂ cylinder' };

/** "media 4 kg", "cylinder 2 kg". */
const verbOf =
  (store: ReactorStore): Verb<{ at: number; store: ReactorStore; grams: number }> =>
  (scanner, from) => {
    const grams = scanner.readQuantity(store === 'media' ? AMOUNTS.media : AMOUNTS.cylinder, from);
    return grams === undefined ? undefined : (at) => ({ at, store, grams });
  };

/** A reactor's chamber filled up with media, or a full cylinder of CO2 fitted: so much is there from then on. */
export const reactorFilled = defineKind({
  kind: 'reactor-filled',
  title: 'Reactor filled',
  tankId: OF_A_TANK,
  shape: { store: z.enum(REACTOR_STORES), grams: within(FILLED) },
  verbs: { media: verbOf('media'), cylinder: verbOf('CO2') },
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
