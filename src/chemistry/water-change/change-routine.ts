import { z } from 'zod';
import { AMOUNTS } from '../amounts';
import { defineCalculator, type Answer, type Caution, type Phrase, type Step } from '../calculator';
import { amount, figure, given } from '../calculator-input';
import { saltGIn } from '../mixing/saltwater';
import { TYPICAL_GRAMS_PER_L_AT_35 } from '../mixing/salt-strength';
import { PARAMETERS } from '../parameters';
import { Refusal } from '../refusal';
import { DEFAULT_UNITS, quantity, showText } from '../units/quantity';
import {
  FOLLOWED,
  levelsInput,
  nameOf,
  rateKind,
  refuseOverAll,
  STEP_LIMIT,
  takesInput,
  type Followed,
} from './followed';
import { carries, changesToSettle, settledAt, settledOnFlow, type Routine } from './routine';
import { courseOf } from './course';
import { DRAIN, HEAVY, OFF_FIRST } from './water-change';

const DAYS_A_YEAR = 365.25;

const routine = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('changes'),
    changeL: amount(AMOUNTS.waterChange),
    everyDays: figure('days between changes', 0.04, 366, 'days'),
  }),
  /** New water dripped in without end, and as much running off. */
  z.strictObject({
    by: z.literal('flow'),
    litresPerDay: amount({ field: 'exchange', kind: 'waterRate', low: 0.01, high: 100_000, usual: [0.2, 500] }),
  }),
]);

const input = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  routine,
  tank: levelsInput,
  newWater: levelsInput,
  takesPerDay: takesInput,
  /** The lowest level that is wanted of what is taken, and the highest of what is made. */
  floor: levelsInput.default({}),
  gramsPerLAt35: amount(AMOUNTS.saltPerL).default(TYPICAL_GRAMS_PER_L_AT_35),
  boxG: amount(AMOUNTS.boxMass).optional(),
  boxPrice: amount(AMOUNTS.price).optional(),
  /** Which of the levels the answer speaks of; alkalinity where it is followed. */
  about: given(
    (value): Followed | undefined => {
      if (value === undefined || (FOLLOWED as readonly unknown[]).includes(value)) return value as Followed | undefined;
      throw new Refusal({ field: 'about', value: String(value).slice(0, 40), allowed: FOLLOWED.join(', ') });
    },
    { title: 'about', enum: [...FOLLOWED] },
  ).optional(),
});
type Input = z.output<typeof input>;

export const changeRoutine = defineCalculator({
  name: 'change-routine',
  asks: 'Where does a routine of water changes settle the water, what can it carry, and what does it cost?',
  input,
  example: {
    netVolumeL: '88 L',
    routine: { by: 'changes', changeL: '10 L', everyDays: 7 },
    tank: { alkalinity: '7.9 dKH', calcium: 418, nitrate: 8 },
    newWater: { salinity: '35 ppt', alkalinity: '8.6 dKH', calcium: 432, nitrate: 0 },
    takesPerDay: { alkalinity: '0.03 dKH/day', calcium: 0.25, nitrate: -0.13 },
    floor: { alkalinity: '7 dKH', calcium: 400 },
    boxG: '20 kg',
    boxPrice: 62,
  },
  run: (asked) => {
    const { netVolumeL, routine: by, tank, newWater, floor, gramsPerLAt35, boxG, boxPrice } = asked;
    if (by.by === 'changes') refuseOverAll(by.changeL, netVolumeL);
    const followed = FOLLOWED.filter((id) => newWater[id] !== undefined);
    const rows = followed.map((id) => rowOf(id, asked));
    const first = rows.find(({ id }) => id === asked.about) ?? rows.find(({ id }) => id === 'alkalinity') ?? rows[0];
    if (!first)
      throw new Refusal({ field: 'new water', value: 'no level', allowed: 'one level at least of the new water' });
    const litresAYear = (by.by === 'flow' ? by.litresPerDay : by.changeL / by.everyDays) * DAYS_A_YEAR;
    const saltAYearG = saltGIn(litresAYear, newWater.salinity ?? 35, gramsPerLAt35);
    const boxesAYear = boxG === undefined ? undefined : saltAYearG / boxG;
    const costAYear = boxesAYear === undefined || boxPrice === undefined ? undefined : boxesAYear * boxPrice;
    const settling = by.by === 'changes' ? changesToSettle(netVolumeL, by) : undefined;
    const settlingDays =
      by.by === 'changes' ? (settling ?? 0) * by.everyDays : (Math.log(20) * netVolumeL) / by.litresPerDay;
    const course = courseOf(asked, tank);
    const working: Step[] = [
      by.by === 'changes'
        ? {
            label: 'Share each time',
            value: quantity('percent', (by.changeL / netVolumeL) * 100),
            origin: 'equation',
            from: 'litres changed ÷ net volume',
          }
        : {
            label: 'Share a day',
            value: quantity('percent', (by.litresPerDay / netVolumeL) * 100),
            origin: 'equation',
            from: 'litres a day ÷ net volume',
          },
      ...rows.flatMap((row) => stepsOf(row, by.by, floor[row.id])),
      {
        label: 'Settled within a twentieth after',
        value: quantity('days', settlingDays),
        origin: 'equation',
        from:
          by.by === 'changes'
            ? `${settling ?? 0} changes: (1 − share) to their power is 0.05`
            : '3 times net volume ÷ litres a day',
      },
      {
        label: 'Saltwater a year',
        value: quantity('volume', litresAYear),
        origin: 'equation',
        from: 'litres a day × 365.25',
      },
      {
        label: 'Salt a year',
        value: quantity('mass', saltAYearG),
        origin: 'equation',
        from: 'at the new water’s salinity',
      },
      ...(boxesAYear === undefined
        ? []
        : [
            {
              label: 'Boxes a year',
              value: quantity('boxes', boxesAYear),
              origin: 'equation' as const,
              from: 'salt ÷ salt in a box',
            },
          ]),
      ...(costAYear === undefined
        ? []
        : [
            {
              label: 'Costs a year',
              value: quantity('money', costAYear),
              origin: 'equation' as const,
              from: 'boxes × price of a box',
            },
          ]),
    ];
    return {
      answer: answerFor(first, by, asked, { saltAYearG, costAYear, settlingDays }),
      working,
      cautions: cautionsFor(rows, by),
      values: {
        settles: Object.fromEntries(rows.map(({ id, before, after }) => [id, { before, after }])),
        carriesPerDay: Object.fromEntries(
          rows.flatMap(({ id, carriesPerDay }) => (carriesPerDay === undefined ? [] : [[id, carriesPerDay]])),
        ),
        settlingDays,
        litresAYear,
        saltAYearG,
        ...(boxesAYear !== undefined && { boxesAYear }),
        ...(costAYear !== undefined && { costAYear }),
        course,
      },
    };
  },
});

interface Row {
  readonly id: Followed;
  readonly newWater: number;
  readonly takesPerDay: number;
  /** Undefined where the tank takes more than the routine brings. */
  readonly before: number | undefined;
  readonly after: number | undefined;
  readonly carriesPerDay: number | undefined;
}

function rowOf(id: Followed, { netVolumeL, routine: by, newWater: water, takesPerDay, floor }: Input): Row {
  const newWater = water[id] ?? 0;
  const takes = takesPerDay[id] ?? 0;
  const least = floor[id];
  if (by.by === 'changes') {
    const settled = settledAt(netVolumeL, by, newWater, takes);
    return {
      id,
      newWater,
      takesPerDay: takes,
      before: settled?.before,
      after: settled?.after,
      carriesPerDay: least === undefined ? undefined : carries(netVolumeL, by, newWater, least),
    };
  }
  const level = settledOnFlow(netVolumeL, by.litresPerDay, newWater, takes);
  // A flow carries what a change of as many litres once a day does.
  const daily: Routine = { changeL: by.litresPerDay, everyDays: 1 };
  return {
    id,
    newWater,
    takesPerDay: takes,
    before: level,
    after: level,
    carriesPerDay: least === undefined ? undefined : carries(netVolumeL, daily, newWater, least),
  };
}

function stepsOf(
  { id, newWater, takesPerDay, before, after, carriesPerDay }: Row,
  by: 'changes' | 'flow',
  least: number | undefined,
): Step[] {
  const { kind, name } = PARAMETERS[id];
  return [
    {
      label: `${name} of the new water`,
      value: quantity(kind, newWater),
      origin: 'setting',
      from: 'the salt’s profile or the batch’s tests',
    },
    {
      label: takesPerDay < 0 ? `${name} the tank makes` : `${name} the tank takes`,
      value: quantity(rateKind(id), Math.abs(takesPerDay)),
      origin: 'log',
      from: 'the readings of the last weeks',
    },
    ...(before === undefined || after === undefined
      ? []
      : [
          {
            label: by === 'changes' ? `${name} before each change` : `${name} it settles at`,
            value: quantity(kind, before),
            origin: 'equation' as const,
            from: by === 'changes' ? 'C_s − k·d/f' : 'C_s − k·V/v',
          },
          ...(by === 'changes'
            ? [
                {
                  label: `${name} after each change`,
                  value: quantity(kind, after),
                  origin: 'equation' as const,
                  from: 'what falls between two changes, back up',
                },
              ]
            : []),
        ]),
    ...(carriesPerDay === undefined || least === undefined
      ? []
      : [
          {
            label: `${name} it can carry`,
            value: quantity(rateKind(id), carriesPerDay),
            origin: 'equation' as const,
            from: `so that it never falls below ${showText(quantity(kind, least), DEFAULT_UNITS)}: (C_s − floor)·f/d`,
          },
        ]),
  ];
}

function answerFor(
  { id, before, after, takesPerDay, newWater, carriesPerDay }: Row,
  by: Input['routine'],
  { boxPrice }: Input,
  { saltAYearG, costAYear, settlingDays }: { saltAYearG: number; costAYear: number | undefined; settlingDays: number },
): Answer {
  const { kind, name } = PARAMETERS[id];
  const what: Phrase[] =
    by.by === 'changes'
      ? [quantity('volume', by.changeL), 'every', quantity('days', by.everyDays)]
      : [quantity('waterRate', by.litresPerDay), 'without end'];
  const because: Phrase[] = [
    ...(carriesPerDay === undefined
      ? []
      : [
          'It can carry',
          quantity(rateKind(id), carriesPerDay),
          takesPerDay > 0 ? ['; the tank takes', quantity(rateKind(id), takesPerDay), '.'] : '.',
        ].flat()),
    'It takes',
    quantity('mass', saltAYearG),
    'of salt a year',
    ...(costAYear === undefined || boxPrice === undefined ? ['.'] : ['and costs', quantity('money', costAYear), '.']),
  ];
  if (before === undefined || after === undefined)
    return {
      says: ['Water changes alone do not carry this:', ...what, `let ${name} fall without end.`],
      certainty: 'worked out',
      because,
    };
  const flat = Math.abs(after - before) < PARAMETERS[id].testError / 5;
  return {
    says: flat
      ? ['Changing', ...what, `settles ${name} at`, quantity(kind, before), '.']
      : [
          'Changing',
          ...what,
          `holds ${name} between`,
          quantity(kind, Math.min(before, after)),
          'and',
          quantity(kind, Math.max(before, after)),
          '.',
        ],
    certainty: 'worked out',
    because: [
      ...(Math.abs(newWater - before) > PARAMETERS[id].testError
        ? ['It is there in about', quantity('days', settlingDays), '.']
        : []),
      ...because,
    ],
  };
}

function cautionsFor(rows: readonly Row[], by: Input['routine']): Caution[] {
  const cautions: Caution[] = rows.flatMap(({ id, before, after }): Caution[] =>
    before !== undefined && after !== undefined && Math.abs(after - before) > STEP_LIMIT[id]
      ? [
          {
            severity: 'care',
            says: [
              `Each change moves ${nameOf(id)} by`,
              quantity(PARAMETERS[id].kind, Math.abs(after - before)),
              ': change less and more often.',
            ],
          },
        ]
      : [],
  );
  if (by.by === 'changes') {
    cautions.push(OFF_FIRST);
    if (by.changeL >= 20) cautions.push(HEAVY);
  } else
    cautions.push({
      severity: 'harm',
      says: [
        'Two pumps that drift apart flood a floor or drain a tank: check both against a jug every week, and keep the top-off’s sensor in sight.',
      ],
    });
  return [...cautions, DRAIN];
}
