import { given } from '@/calculators/calculator/given';
import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Answer, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { amount, figure } from '../calculator/calculator-input';
import { PARAMETERS } from '../parameters/parameters';
import { Refusal } from '@/chemistry/refusal';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { FRESH_WATER } from '@/chemistry/tank-model/water';
import { capitalised } from '../calculator/words';
import { quantity } from '@/quantities/quantity';
import { changesEvery, FOLLOWED, consumptionEvent, waterOf, type Followed } from '@/chemistry/water-change/followed';
import { levelsInput, nameOf, refuseOverAll, STEP_LIMIT, takesInput } from './change-input';
import { assumedCautions, certaintyOn, originOf, waterOriginsInput } from './new-water-from';
import { DRAIN, HEAVY, OFF_FIRST } from './change-cautions';
import { isFar, LARGE_SHARE, largeWords, outOfRange } from './far-change';
import { heatNeededKWh } from '@/chemistry/water-change/heat';

/** Livestock stands a change this much colder or warmer, taken in the tank as a whole, °C. Chosen. */
const CHILL_LIMIT_C = 0.5;

const input = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  changeL: amount(AMOUNTS.waterChange),
  /** In equal changes so many days apart. */
  changes: figure('changes', 1, 52).default(1),
  everyDays: figure('days between changes', 0.04, 60, 'days').default(3),
  tank: levelsInput,
  newWater: levelsInput,
  newWaterFrom: waterOriginsInput,
  consumptionPerDay: takesInput,
  tankC: amount({ field: 'temperature of the tank', kind: 'temperature', low: 5, high: 40 }).optional(),
  newC: amount(AMOUNTS.newWaterTemperature).optional(),
  /** What warms the new water, W. */
  heaterW: amount(AMOUNTS.heater).optional(),
  livestock: z.boolean().default(true),
});
type Input = z.output<typeof input>;

export const waterChange = defineCalculator({
  name: 'water-change',
  asks: 'What becomes of the water at one change, or at a series of them?',
  input,
  example: {
    netVolumeL: '620 L',
    changeL: '62 L',
    changes: 4,
    everyDays: 3,
    tank: { salinity: '35 ppt', alkalinity: '8.1 dKH', calcium: 428, magnesium: 1310, nitrate: 12, phosphate: 0.08 },
    newWater: { salinity: '34 ppt', alkalinity: '8.6 dKH', calcium: 432, magnesium: 1330, nitrate: 0, phosphate: 0 },
    consumptionPerDay: { alkalinity: '0.5 dKH/day', calcium: 3.6, nitrate: -0.1 },
    tankC: 25.4,
    newC: 18,
    heaterW: 300,
  },
  run: (asked) => {
    const { netVolumeL, changeL, changes, tank, newWater, tankC, newC, heaterW, livestock } = asked;
    const share = changeL / netVolumeL;
    refuseOverAll(changeL, netVolumeL);
    if (!Number.isInteger(changes))
      throw new Refusal({ field: 'changes', value: changes, allowed: 'a whole number of changes' });
    const followed = FOLLOWED.filter((id) => tank[id] !== undefined && newWater[id] !== undefined);
    if (followed.length === 0)
      throw new Refusal({
        field: 'levels',
        value: 'none in both waters',
        allowed: 'one level at least that is known of the tank and of the new water',
      });
    const run = alongChanges(asked);
    const levels = Object.fromEntries(
      followed.map((id) => [id, run.map(({ before, after }) => ({ before: before[id], after: after[id] }))]),
    ) as Record<Followed, { before: number; after: number }[]>;
    const steps = followed.map((id) => {
      const largest = levels[id].reduce(
        (most, { before, after }) => (Math.abs(after - before) > Math.abs(most) ? after - before : most),
        0,
      );
      return {
        id,
        step: largest,
        over: Math.abs(largest) > STEP_LIMIT[id],
        far: isFar(id, largest, levels[id][0]?.before ?? 0),
      };
    });
    const chillC = tankC !== undefined && newC !== undefined ? share * (newC - tankC) : undefined;
    const heatKWh =
      tankC !== undefined && newC !== undefined && tankC > newC
        ? heatNeededKWh(changeL, newWater.salinity ?? 35, tankC - newC)
        : undefined;
    const heatHours = heatKWh !== undefined && heaterW !== undefined ? (heatKWh * 1000) / heaterW : undefined;
    const working: Step[] = [
      {
        label: 'Share of the water',
        value: quantity('percent', share * 100),
        origin: 'equation',
        from: 'litres changed ÷ net volume',
      },
      ...followed.flatMap((id): Step[] => [
        {
          label: `${capitalised(nameOf(id))} of the tank`,
          value: quantity(PARAMETERS[id].kind, tank[id] ?? 0),
          origin: 'log',
          from: 'its level before',
        },
        {
          label: `${capitalised(nameOf(id))} of the new water`,
          value: quantity(PARAMETERS[id].kind, newWater[id] ?? 0),
          ...originOf(asked.newWaterFrom, id),
        },
        {
          label:
            changes === 1
              ? `${capitalised(nameOf(id))} after`
              : `${capitalised(nameOf(id))} after the last of ${changes}`,
          value: quantity(PARAMETERS[id].kind, levels[id].at(-1)?.after ?? 0),
          origin: 'equation',
          from: 'the tank model: C⁺ = C(1 − f) + C_s f at each change',
        },
      ]),
      ...(changes > 1
        ? [
            {
              label: 'Old water left',
              value: quantity('percent', 100 * (1 - share) ** changes),
              origin: 'equation' as const,
              from: '(1 − share) to the power of the changes',
            },
          ]
        : []),
      ...(heatKWh === undefined
        ? []
        : [
            {
              label: 'Heat for the new water',
              value: quantity('energy', heatKWh),
              origin: 'equation' as const,
              from: 'litres × density × 3.99 kJ a kg and °C (UNESCO 1983, from memory) × degrees',
            },
          ]),
      ...(heatHours === undefined
        ? []
        : [
            {
              label: 'The heater needs',
              value: quantity('days', heatHours / 24),
              origin: 'equation' as const,
              from: 'heat ÷ its watts, losses not counted',
            },
          ]),
    ];
    const over = steps.filter((each) => each.over);
    return {
      answer: answerFor(asked, share, followed, over, chillC, heatHours, largeWords(asked, share, steps, levels)),
      working,
      cautions: [
        ...unknownOf(followed),
        ...assumedCautions(asked.newWaterFrom, followed),
        ...outOfRange(asked, followed, levels),
        ...cautionsFor(share, changes, changeL, livestock),
      ],
      values: {
        share,
        levels,
        /** The largest move of each, up or down. */
        steps: steps.map(({ id, step }) => ({ of: id, step })),
        match: over.map(({ id }) => id),
        oldWaterLeft: (1 - share) ** changes,
        litresInAll: changeL * changes,
        ...given({ chillC, heatKWh, heatHours }),
      },
    };
  },
});

/** The tank before and after each change, by the model. */
function alongChanges({ netVolumeL, changeL, changes, everyDays, tank, newWater, consumptionPerDay }: Input) {
  const events = [
    consumptionEvent(0, netVolumeL, consumptionPerDay),
    ...changesEvery(everyDays, changes, changeL, newWater),
  ];
  // A sample at the moment of a change is the water before it; a hair later, the water after.
  const moments = Array.from({ length: changes }, (_, i) => i * everyDays * DAY_MS).flatMap((at) => [at, at + 1]);
  const states = simulate({ at: 0, volumeL: netVolumeL, water: waterOf(tank) }, events, moments);
  return Array.from({ length: changes }, (_, i) => ({
    before: states[2 * i]?.water ?? FRESH_WATER,
    after: states[2 * i + 1]?.water ?? FRESH_WATER,
  }));
}

function answerFor(
  { changeL, changes, everyDays, tankC, newWaterFrom }: Input,
  share: number,
  followed: readonly Followed[],
  over: readonly { readonly id: Followed; readonly step: number }[],
  chillC: number | undefined,
  heatHours: number | undefined,
  large: readonly Phrase[],
): Answer {
  const cold = chillC !== undefined && Math.abs(chillC) > CHILL_LIMIT_C;
  const match: Phrase[] = [
    ...over.flatMap(({ id, step }, i): Phrase[] => [
      i === 0 ? 'match its' : 'and its',
      `${nameOf(id)} to the tank first, or the change moves it by`,
      quantity(PARAMETERS[id].kind, Math.abs(step)),
    ]),
    ...(cold && tankC !== undefined
      ? [
          over.length > 0 ? '; and bring it to' : 'bring it to',
          quantity('temperature', tankC),
          ...(heatHours !== undefined ? [', which takes the heater', quantity('days', heatHours / 24)] : []),
        ]
      : []),
  ];
  const what: Phrase[] =
    changes === 1
      ? ['Change', quantity('volume', changeL)]
      : ['Change', quantity('volume', changeL), `${changes} times,`, quantity('days', everyDays), 'apart'];
  return {
    says:
      match.length > 0
        ? [...what, ', but', ...match, '.', ...large]
        : large.length > 0
          ? [...what, '.', ...large]
          : changes === 1
            ? [
                ...what,
                followed.includes('alkalinity') ? ': no step it makes is large.' : ': no step that is known is large.',
              ]
            : [...what, '.'],
    certainty: certaintyOn(
      newWaterFrom,
      followed.filter((id) => STEP_LIMIT[id] < Infinity),
    ),
    because:
      changes === 1
        ? ['That is', quantity('percent', share * 100), 'of the water.']
        : [
            'Each is',
            quantity('percent', share * 100),
            'of the water;',
            quantity('percent', 100 * (1 - share) ** changes),
            'of the old water is left after the last,',
            quantity('volume', changeL * changes),
            'in all.',
          ],
  };
}

/** What is not known of both waters may still step; alkalinity is the one that hurts. */
function unknownOf(followed: readonly Followed[]): Caution[] {
  if (followed.includes('alkalinity')) return [];
  return [
    {
      severity: 'caution',
      says: [
        'Alkalinity is not known of both waters, so its step is not known: test the tank, and enter what the salt makes.',
      ],
    },
  ];
}

function cautionsFor(share: number, changes: number, changeL: number, livestock: boolean): Caution[] {
  const cautions: Caution[] = [OFF_FIRST];
  if (share > LARGE_SHARE && livestock)
    cautions.push({
      severity: 'caution',
      says: [
        changes === 1
          ? 'More than 40 % at once is a shock to what lives in it: make it several, some days apart.'
          : 'Each of these is more than 40 % of the water: smaller ones, some days apart, are gentler.',
      ],
    });
  if (changeL >= 20) cautions.push(HEAVY);
  cautions.push(DRAIN);
  return cautions;
}
