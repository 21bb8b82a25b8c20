import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { CARBON_LIQUIDS, type CarbonLiquid } from '@/chemistry/nutrients/carbon-and-oxygen';
import { bounded } from '../rows/fields';
import { defineKind, figuresAt, formatted, ifThere, OF_A_TANK } from './entry-kind';

const LIQUID_WORDS: Readonly<Record<CarbonLiquid, readonly string[]>> = {
  vinegar: ['vinegar', 'white vinegar'],
  ethanol: ['ethanol', 'vodka', 'spirit', 'alcohol'],
  bottled: ['carbon source', 'carbon dosing', 'liquid carbon', 'organic carbon', 'carbon dose'],
};
const OFF = ['off', 'stopped', 'none', 'out', 'taken out', 'stop'];

/** A carbon source for bacteria: a liquid by the day or pellets in a chamber, from then on. */
export const carbonSource = defineKind({
  kind: 'carbon-source',
  title: 'Carbon source',
  tankId: OF_A_TANK,
  shape: {
    liquid: z.enum(CARBON_LIQUIDS).optional(),
    mlPerDay: bounded(AMOUNTS.carbonDose).optional(),
    pelletsMl: bounded(AMOUNTS.pellets).optional(),
    flowLPerH: bounded(AMOUNTS.pelletFlow).optional(),
    chamberL: bounded(AMOUNTS.pelletChamber).optional(),
    off: z.literal(true).optional(),
  },
  whole: {
    test: ({ mlPerDay, pelletsMl, off }) =>
      off ? mlPerDay === undefined && pelletsMl === undefined : (mlPerDay === undefined) !== (pelletsMl === undefined),
    message: 'a dose a day, or pellets, or that there is none any more',
  },
  jot: [
    ...CARBON_LIQUIDS.map((liquid) => ({
      words: LIQUID_WORDS[liquid],
      figures: { dose: { expected: AMOUNTS.carbonDose, optional: true as const, withUnit: true as const } },
      flags: [...OFF, 'now', 'from now on', 'at', 'to', 'raised', 'eased'],
      make: ({
        figures: { dose },
        flags,
      }: {
        figures: Readonly<Record<string, number>>;
        flags: ReadonlySet<string>;
      }) =>
        dose !== undefined
          ? { liquid, mlPerDay: dose }
          : OFF.some((each) => flags.has(each))
            ? { liquid, off: true as const }
            : undefined,
      asks: 'How much a day? As in “vinegar 10 ml a day”, “vinegar off”.',
    })),
    {
      words: ['pellets', 'bio pellets', 'biopellets', 'pellet reactor'],
      figures: {
        pellets: { expected: AMOUNTS.pellets, optional: true, withUnit: true },
        flow: { expected: AMOUNTS.pelletFlow, optional: true, withUnit: true, after: ['flow', 'at', 'flow of'] },
      },
      flags: [...OFF, 'now', 'in the chamber', 'there'],
      make: ({ figures: { pellets, flow }, flags }) =>
        pellets !== undefined
          ? { pelletsMl: pellets, ...(flow !== undefined && { flowLPerH: flow }) }
          : flow === undefined && OFF.some((each) => flags.has(each))
            ? { off: true as const }
            : undefined,
      asks: 'How many millilitres of pellets are in the chamber? As in “pellets 300 ml flow 2000 l/h”, “pellets off”. By weight they are not told: they swell.',
    },
  ],
  describe: ({ liquid, mlPerDay, pelletsMl, flowLPerH, off }, { settings: { units } }) =>
    off
      ? 'none from then on'
      : [
          ...ifThere(
            mlPerDay,
            (value) => `${liquid === 'bottled' || !liquid ? 'liquid' : liquid} ${formatted('doseRate', value, units)}`,
          ),
          ...ifThere(pelletsMl, (value) => `${formatted('dose', value, units)} of pellets`),
          ...ifThere(flowLPerH, (value) => `flow ${formatted('pumpRate', value, units)}`),
        ].join(', '),
  figures: (row) => [
    ...figuresAt(row, [
      ['mlPerDay', 'carbon source', 'mL/day'],
      ['pelletsMl', 'pellets', 'mL'],
      ['flowLPerH', 'flow through the pellets', 'L/h'],
      ['chamberL', 'pellet chamber', 'L'],
    ]),
    ...(row.off ? [['carbon source', 'off', ''] as const] : []),
  ],
  source: () => 'carbon source',
  ends: ({ off }) => off === true,
});
