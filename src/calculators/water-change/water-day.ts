import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Step } from '../calculator/calculator';
import { amount, figure, moment } from '../calculator/calculator-input';
import { MIX_HOURS } from '../mixing/batch-readiness';
import { TYPICAL_GRAMS_PER_L_AT_35 } from '@/chemistry/mixing/salt-strength';
import { roDiWaterL, saltGIn, saltwaterKg } from '@/chemistry/mixing/saltwater';
import { Refusal } from '@/chemistry/refusal';
import { quantity } from '@/quantities/quantity';
import { openingTold } from '../source-water/opening';
import { shareOut, type Pour } from './share-out';
import { answerFor, cautionsFor } from './water-day-answer';

const HOUR_MS = 3_600_000;
const name = z.string().min(1).max(60);
/** What it is known by, where names may change; its name when left out. */
const id = z.string().min(1).max(64).optional();

const tank = z.strictObject({
  id,
  name,
  litres: amount(AMOUNTS.waterChange),
  salinity: amount(AMOUNTS.batchSalinity),
  /** Which salt; waters of one salt and one salinity are mixed together. */
  salt: z.string().max(60).default('salt'),
  gramsPerLAt35: amount(AMOUNTS.saltPerL).default(TYPICAL_GRAMS_PER_L_AT_35),
  boxG: amount(AMOUNTS.boxMass).optional(),
});

const vessel = z.strictObject({ id, name, litres: amount(AMOUNTS.vessel) });

/** A batch that stands ready, or will by then. */
const standing = z.strictObject({
  id,
  name,
  litres: amount({ ...AMOUNTS.batchVolume, field: 'litres left of the batch' }),
  salinity: amount(AMOUNTS.measuredSalinity),
  salt: z.string().max(60).default('salt'),
  /** The vessel it stands in, by its id or else its name, which is then not free. */
  vessel: z.string().min(1).max(64).optional(),
});

export const waterDay = defineCalculator({
  name: 'water-day',
  asks: 'What is mixed in which vessel, and when must it be begun, for all tanks on one day?',
  input: z.strictObject({
    now: moment('now'),
    /** When the first change begins. */
    changeAt: moment('time of the change'),
    mixHours: figure('hours to mix', 0, 24 * 14).default(MIX_HOURS),
    /** What the source makes; no time for it is told where left out. */
    waterLPerDay: amount(AMOUNTS.waterMade).optional(),
    tanks: z.array(tank).min(1).max(30),
    vessels: z.array(vessel).max(30).default([]),
    batches: z.array(standing).max(30).default([]),
  }),
  example: {
    now: 1_795_600_000_000,
    changeAt: 1_795_900_000_000,
    waterLPerDay: '150 L/day',
    tanks: [
      { name: 'the large one', litres: '60 L', salinity: '35 ppt', gramsPerLAt35: 38.5, boxG: '20 kg' },
      { name: 'the small one', litres: '10 L', salinity: '35 ppt', gramsPerLAt35: 38.5, boxG: '20 kg' },
      { name: 'the new one', litres: '5 L', salinity: '33 ppt', gramsPerLAt35: 38.5, boxG: '20 kg' },
    ],
    vessels: [
      { name: 'barrel', litres: '80 L' },
      { name: 'bucket', litres: '20 L' },
    ],
    batches: [],
  },
  run: (input) => {
    const { now, changeAt, mixHours, waterLPerDay } = input;
    refuseTwins(input.tanks, 'tanks');
    refuseTwins(input.vessels, 'vessels');
    const tanks = input.tanks.map(known);
    const { pours, shortL } = shareOut({ tanks, vessels: input.vessels.map(known), batches: input.batches.map(known) });
    const mixes = pours.flatMap((pour) => (pour.from === 'mix' ? [mixOf(pour, tanks)] : []));
    const litresToMix = mixes.reduce((sum, { litres }) => sum + litres, 0);
    const waterL = mixes.reduce((sum, mix) => sum + mix.waterL, 0);
    const saltG = mixes.reduce((sum, mix) => sum + mix.saltG, 0);
    const boxes =
      mixes.every(({ boxes: each }) => each !== undefined) && mixes.length > 0
        ? mixes.reduce((sum, { boxes: each }) => sum + (each ?? 0), 0)
        : undefined;
    const mixBy = changeAt - mixHours * HOUR_MS;
    const makingHours = waterLPerDay === undefined ? undefined : (waterL / waterLPerDay) * 24;
    const latest = makingHours === undefined ? undefined : mixBy - makingHours * HOUR_MS;
    const openBy = latest === undefined ? undefined : openingTold(latest, now);
    const begin = latest ?? mixBy;
    const lateHours = litresToMix > 0 && begin < now ? (now - begin) / HOUR_MS : 0;
    const working: Step[] = [
      ...tanks.map(({ name: of, litres }): Step => ({
        label: `Saltwater for ${of}`,
        value: quantity('volume', litres),
        origin: 'yours',
        from: 'litres of its change',
      })),
      {
        label: 'To mix',
        value: quantity('volume', litresToMix),
        origin: 'equation',
        from: 'what no batch on hand covers',
      },
      {
        label: 'Salt',
        value: quantity('mass', saltG),
        origin: 'equation',
        from: 'each vessel’s litres at its salinity',
      },
      {
        label: 'RO/DI water',
        value: quantity('volume', waterL),
        origin: 'equation',
        from: 'mass of the saltwater less salt, EOS-80 (UNESCO 1983)',
      },
      ...(makingHours === undefined
        ? []
        : [
            {
              label: 'Time to make it',
              value: quantity('days', makingHours / 24),
              origin: 'equation' as const,
              from: 'RO/DI water ÷ litres a day of the source',
            },
          ]),
      {
        label: 'Left to mix for',
        value: quantity('days', mixHours / 24),
        origin: mixHours === MIX_HOURS ? 'common practice' : 'yours',
        from: 'before the first change',
      },
    ];
    return {
      answer: answerFor({
        litresToMix,
        saltG,
        boxes,
        mixBy,
        openBy,
        lateHours,
        now,
        changeAt,
        shortL,
        vessels: new Set(mixes.map(({ vessel: of }) => of)).size,
        waterL,
      }),
      working,
      cautions: cautionsFor(tanks, shortL, lateHours),
      values: {
        pours,
        mixes,
        litresToMix,
        waterL,
        saltG,
        ...(boxes !== undefined && { boxes }),
        mixBy,
        ...(openBy !== undefined && { openBy }),
        shortL,
        earliest: changeAt + Math.ceil(lateHours * HOUR_MS),
        late: lateHours > 0,
      },
    };
  },
});

type TankAsked = z.output<typeof tank> & { readonly id: string };

/** Whatever has no id is known by its name. */
function known<Named extends { readonly id?: string | undefined; readonly name: string }>(
  named: Named,
): Named & { readonly id: string } {
  return { ...named, id: named.id ?? named.name };
}

/** What goes into one vessel. */
function mixOf(pour: Pour, tanks: readonly TankAsked[]) {
  const { gramsPerLAt35 = TYPICAL_GRAMS_PER_L_AT_35, boxG } =
    tanks.find(({ id: of }) => pour.shares[0]?.tankId === of) ?? {};
  const saltG = saltGIn(pour.litres, pour.salinity, gramsPerLAt35);
  return {
    ...pour,
    saltG,
    waterL: roDiWaterL(saltwaterKg(pour.litres, pour.salinity) - saltG / 1000),
    ...(boxG !== undefined && { boxes: saltG / boxG }),
  };
}

function refuseTwins(named: readonly { readonly name: string }[], field: string): void {
  const twin = named.find(({ name: of }, i) => named.findIndex(({ name: other }) => other === of) !== i);
  if (twin)
    throw new Refusal({
      field,
      value: twin.name,
      allowed: 'each under a name of its own',
      hint: 'Two go by this name; the list could not tell them apart.',
    });
}
