import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';
import { defineKind, figuresAt, ifThere, OF_A_TANK, formatted } from './entry-kind';
import type { reactor } from './reactor';
import type * as z from 'zod';

const nothing = (measured: object) => Object.keys(measured).length === 0;

/**
 * A calcium reactor measured as it runs. A test of the effluent tells what the reactor supplies from then on; the rest tells how
 * its chamber does.
 */
export const effluentTest = defineKind({
  kind: 'effluent-test',
  title: 'Effluent test',
  tankId: OF_A_TANK,
  shape: {
    effluentAlkalinity: bounded(AMOUNTS.effluent).optional(),
    /** In the chamber, or of the effluent as it leaves; NBS. */
    chamberPh: bounded(AMOUNTS.chamberPh).optional(),
    /** The flow as measured; as it was set when left out. */
    mlPerMin: bounded(AMOUNTS.reactorFlow).optional(),
    bubblesPerMin: bounded(AMOUNTS.bubblesPerMin).optional(),
  },
  whole: {
    test: ({ effluentAlkalinity, chamberPh, mlPerMin, bubblesPerMin }) =>
      !nothing(
        Object.fromEntries(
          Object.entries({ effluentAlkalinity, chamberPh, mlPerMin, bubblesPerMin }).filter(
            ([, value]) => value !== undefined,
          ),
        ),
      ),
    message: 'at least one figure of it',
  },
  jot: [
    {
      words: ['effluent', 'reactor effluent', 'effluent alkalinity', 'chamber', 'chamber ph', 'bubbles', 'bpm'],
      figures: {
        chamberPh: {
          expected: AMOUNTS.chamberPh,
          optional: true,
          after: ['chamber', 'chamber ph', 'chamber at ph', 'ph'],
        },
        bubblesPerMin: {
          expected: AMOUNTS.bubblesPerMin,
          optional: true,
          after: ['bubbles'],
          before: ['bubbles', 'bpm', 'bubbles a minute'],
        },
        effluentAlkalinity: { expected: AMOUNTS.effluent, optional: true },
        mlPerMin: { expected: AMOUNTS.reactorFlow, optional: true, withUnit: true },
      },
      flags: ['flow', 'at', 'of'],
      make: ({ figures }) => (nothing(figures) ? undefined : figures),
      asks: 'What did it read? As in “effluent 28 dkh” or “chamber ph 6.55”.',
    },
  ],
  together: (a, b) => ({ ...a, ...b }),
  describe: ({ effluentAlkalinity, chamberPh, mlPerMin, bubblesPerMin }, { settings: { units } }) =>
    [
      ...ifThere(effluentAlkalinity, (amount) => `effluent ${formatted('alkalinity', amount, units)}`),
      ...ifThere(chamberPh, (amount) => `chamber at pH ${formatted('ph', amount, units)}`),
      ...ifThere(mlPerMin, (amount) => `flow ${formatted('flow', amount, units)}`),
      ...ifThere(bubblesPerMin, (amount) => `${Math.round(amount)} bubbles a minute`),
    ].join(', '),
  figures: (row) =>
    figuresAt(row, [
      ['effluentAlkalinity', 'effluent alkalinity', 'mmol/L'],
      ['chamberPh', 'chamber pH', ''],
      ['mlPerMin', 'flow', 'mL/min'],
      ['bubblesPerMin', 'bubbles', 'a minute'],
    ]),
  source: () => 'reactor',
  carriesOn: (row, before) => {
    const ran = before?.kind === 'reactor' ? (before as z.infer<typeof reactor.schema>) : undefined;
    const mlPerMin = row.mlPerMin ?? ran?.mlPerMin;
    const effluentAlkalinity = row.effluentAlkalinity ?? ran?.effluentAlkalinity;
    const chamberPh = row.chamberPh ?? ran?.chamberPh;
    // A chamber tested while it is shut runs no more than before.
    if (mlPerMin === undefined || effluentAlkalinity === undefined || ran?.mlPerMin === 0) return undefined;
    const { id, at, tankId } = row;
    return {
      id,
      at,
      tankId,
      kind: 'reactor',
      mlPerMin,
      effluentAlkalinity,
      ...(chamberPh !== undefined && { chamberPh }),
    } satisfies z.infer<typeof reactor.schema>;
  },
});
