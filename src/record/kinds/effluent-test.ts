import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { Scanner } from '../line/scanner';
import { within } from '../rows/fields';
import { defineKind, figuresAt, figuresOfForm, ifThere, OF_A_TANK, told } from './entry-kind';
import type { reactor } from './reactor';
import type * as z from 'zod';

interface Measured {
  effluentAlkalinity?: number;
  chamberPh?: number;
  mlPerMin?: number;
  bubblesPerMin?: number;
}

const ALSO: readonly (readonly [keyof Measured, RegExp, (typeof AMOUNTS)[keyof typeof AMOUNTS]])[] = [
  ['chamberPh', /^[\s,]*(?:chamber(?:\s+(?:at\s+)?ph)?|ph)\s*(?=[\d.:=])/i, AMOUNTS.chamberPh],
  ['mlPerMin', /^[\s,]*(?:flow\s+)?(?=[\d.,]+\s*(?:ml|l|gal)\s*\/)/i, AMOUNTS.reactorFlow],
  ['bubblesPerMin', /^[\s,]*(?:bubbles\s+)?(?=[\d.,]+\s*(?:bubbles|bpm)\b)/i, AMOUNTS.bubblesPerMin],
];

/** What follows the effluent's alkalinity, in any order. */
function readRest(scanner: Scanner, from: number, measured: Measured): boolean {
  for (;;) {
    const next = ALSO.find(([key, words]) => measured[key] === undefined && words.test(scanner.rest()));
    if (!next) return true;
    const [key, words, expected] = next;
    scanner.take(words);
    const value = scanner.readQuantity(expected, from);
    if (value === undefined) return false;
    measured[key] = value;
    if (key === 'bubblesPerMin') scanner.take(/^\s*(?:bubbles(?:\s+a\s+minute)?|bpm)/i);
  }
}

const nothing = (measured: Measured) => Object.keys(measured).length === 0;

/**
 * A calcium reactor measured as it runs. A test of the effluent tells what the reactor supplies from then on; the rest tells how
 * its chamber does.
 */
export const effluentTest = defineKind({
  kind: 'effluent-test',
  title: 'Effluent test',
  tankId: OF_A_TANK,
  shape: {
    effluentAlkalinity: within(AMOUNTS.effluent).optional(),
    /** In the chamber, or of the effluent as it leaves; NBS. */
    chamberPh: within(AMOUNTS.chamberPh).optional(),
    /** The flow as measured; as it was set when left out. */
    mlPerMin: within(AMOUNTS.reactorFlow).optional(),
    bubblesPerMin: within(AMOUNTS.bubblesPerMin).optional(),
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
  verbs: {
    /** "effluent 28 dkh", "effluent 28 dkh ph 6.55 12 ml/min 30 bubbles". */
    effluent: (scanner, from) => {
      const measured: Measured = {};
      if (!ALSO.some(([, words]) => words.test(scanner.rest()))) {
        const effluentAlkalinity = scanner.readQuantity(AMOUNTS.effluent, from);
        if (effluentAlkalinity === undefined) return undefined;
        measured.effluentAlkalinity = effluentAlkalinity;
      }
      return readRest(scanner, from, measured) ? (at) => ({ at, ...measured }) : undefined;
    },
    /** "chamber 6.5", "chamber ph 6.5, 30 bubbles". */
    chamber: (scanner, from) => {
      scanner.take(/^\s*(?:at\s+)?ph/i);
      const chamberPh = scanner.readQuantity(AMOUNTS.chamberPh, from);
      if (chamberPh === undefined) return undefined;
      const measured: Measured = { chamberPh };
      return readRest(scanner, from, measured) ? (at) => ({ at, ...measured }) : undefined;
    },
  },
  describe: ({ effluentAlkalinity, chamberPh, mlPerMin, bubblesPerMin }, { settings: { units } }) =>
    [
      ...ifThere(effluentAlkalinity, (amount) => `effluent ${told('alkalinity', amount, units)}`),
      ...ifThere(chamberPh, (amount) => `chamber at pH ${told('ph', amount, units)}`),
      ...ifThere(mlPerMin, (amount) => `flow ${told('flow', amount, units)}`),
      ...ifThere(bubblesPerMin, (amount) => `${Math.round(amount)} bubbles a minute`),
    ].join(', '),
  figures: (row) =>
    figuresAt(row, [
      ['effluentAlkalinity', 'effluent alkalinity', 'mmol/L'],
      ['chamberPh', 'chamber pH', ''],
      ['mlPerMin', 'flow', 'mL/min'],
      ['bubblesPerMin', 'bubbles', 'a minute'],
    ]),
  mark: { path: 'M3 1 V7 A2 2 0 0 0 7 7 V1 M2 1 H8', word: 'effluent test' },
  form: {
    offered: true,
    figures: figuresOfForm(
      ['effluentAlkalinity', 'Effluent alkalinity', AMOUNTS.effluent, 'optional'],
      ['chamberPh', 'Chamber pH', AMOUNTS.chamberPh, 'optional'],
      ['mlPerMin', 'Flow, measured', AMOUNTS.reactorFlow, 'optional'],
      ['bubblesPerMin', 'Bubbles a minute', AMOUNTS.bubblesPerMin, 'optional'],
    ),
  },
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
