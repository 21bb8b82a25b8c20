import { AMOUNTS } from '@/calculators/calculator/amounts';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import { bounded } from '../rows/fields';
import { defineKind, figuresAt, OF_A_TANK, formatted } from './entry-kind';

/** A chamber is held at about this pH, where its own was not read. Common practice. */
export const USUAL_CHAMBER_PH = 6.6;

/** A calcium reactor's feed from now on; zero closes it. */
export const reactor = defineKind({
  kind: 'reactor',
  title: 'Reactor set',
  tankId: OF_A_TANK,
  shape: {
    mlPerMin: bounded(AMOUNTS.reactorFlow),
    effluentAlkalinity: bounded(AMOUNTS.effluent),
    /** As its own probe reads, NBS. */
    chamberPh: bounded(AMOUNTS.chamberPh).optional(),
  },
  jot: [
    {
      words: ['reactor', 'calcium reactor'],
      figures: {
        effluentAlkalinity: {
          expected: AMOUNTS.effluent,
          optional: true,
          after: ['effluent', 'effluent of', 'effluent alkalinity', 'effluent alkalinity of'],
        },
        chamberPh: {
          expected: AMOUNTS.chamberPh,
          optional: true,
          after: ['chamber', 'chamber ph', 'chamber at ph', 'ph'],
        },
        mlPerMin: { expected: AMOUNTS.reactorFlow, optional: true },
      },
      flags: ['off', 'closed', 'shut', 'stopped', 'to', 'at', 'runs', 'an', 'with', 'now'],
      make: ({ figures: { mlPerMin, effluentAlkalinity, chamberPh }, flags }) => {
        if (['off', 'closed', 'shut', 'stopped'].some((each) => flags.has(each)) && mlPerMin === undefined)
          return { mlPerMin: 0, effluentAlkalinity: 0 };
        if (mlPerMin === undefined || effluentAlkalinity === undefined) return undefined;
        return { mlPerMin, effluentAlkalinity, ...(chamberPh !== undefined && { chamberPh }) };
      },
      asks: 'How much flows, and how strong is the effluent? As in “reactor 30 ml/min effluent 25 dkh”.',
    },
  ],
  describe: ({ mlPerMin, effluentAlkalinity, chamberPh }, { settings: { units } }) =>
    mlPerMin === 0
      ? 'reactor closed'
      : `reactor at ${formatted('flow', mlPerMin, units)}, effluent ${formatted('alkalinity', effluentAlkalinity, units)}${chamberPh === undefined ? '' : `, chamber at pH ${formatted('ph', chamberPh, units)}`}`,
  figures: (row) =>
    figuresAt(row, [
      ['mlPerMin', 'flow', 'mL/min'],
      ['effluentAlkalinity', 'effluent alkalinity', 'mmol/L'],
      ['chamberPh', 'chamber pH', ''],
    ]),
  source: () => 'reactor',
  ends: ({ mlPerMin }) => mlPerMin === 0,
  events: ({ at, mlPerMin, effluentAlkalinity, chamberPh = USUAL_CHAMBER_PH }, { effluentDic }) => [
    {
      kind: 'loop',
      at,
      source: 'reactor',
      litresPerDay: (mlPerMin * 1440) / 1000,
      returns: { alkalinity: effluentAlkalinity, dic: effluentDic(effluentAlkalinity, chamberPh) },
      // Calcium is not read at the effluent: the media give it in proportion to the alkalinity they give.
      perAlkalinity: { calcium: CALCIUM_MG_PER_MEQ },
    },
  ],
});
