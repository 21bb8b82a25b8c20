import type { Answer, Caution, Phrase, Step } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { PARAMETERS, usualErrorOf } from '../parameters/parameters';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { nameOf, rateKind, STEP_LIMIT } from './change-input';
import { assumedCautions, certaintyOn, originOf, type WaterOrigins } from './new-water-from';
import type { RoutineAsked, Row } from './routine-rows';
import { DRAIN, HEAVY, OFF_FIRST } from './change-cautions';

/** A level's lines in the working. */
export function stepsOf(
  { id, newWater, consumptionPerDay, before, after, supportsPerDay }: Row,
  by: 'changes' | 'flow',
  least: number | undefined,
  newWaterFrom: WaterOrigins,
): Step[] {
  const { kind } = PARAMETERS[id];
  const name = capitalised(nameOf(id));
  return [
    {
      label: `${name} of the new water`,
      value: quantity(kind, newWater),
      ...originOf(newWaterFrom, id),
    },
    {
      label: consumptionPerDay < 0 ? `${name} the tank makes` : `${name} consumption`,
      value: quantity(rateKind(id), Math.abs(consumptionPerDay)),
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
    ...(supportsPerDay === undefined || least === undefined
      ? []
      : [
          {
            label: `${name} it can support`,
            value: quantity(rateKind(id), supportsPerDay),
            origin: 'equation' as const,
            from: `so that it never falls below ${showText(quantity(kind, least), DEFAULT_UNITS)}: (C_s − floor)·f/d`,
          },
        ]),
  ];
}

export function answerFor(
  { id, before, after, consumptionPerDay, newWater, supportsPerDay }: Row,
  by: RoutineAsked['routine'],
  { boxPrice, newWaterFrom }: RoutineAsked,
  { saltAYearG, costAYear, settlingDays }: { saltAYearG: number; costAYear: number | undefined; settlingDays: number },
): Answer {
  const { kind, name } = PARAMETERS[id];
  const what: Phrase[] =
    by.by === 'changes'
      ? [quantity('volume', by.changeL), 'every', quantity('days', by.everyDays)]
      : [quantity('waterRate', by.litresPerDay), 'continuously'];
  const because: Phrase[] = [
    ...(supportsPerDay === undefined
      ? []
      : [
          'It can support',
          quantity(rateKind(id), supportsPerDay),
          consumptionPerDay > 0 ? ['; the tank consumes', quantity(rateKind(id), consumptionPerDay), '.'] : '.',
        ].flat()),
    'It takes',
    quantity('mass', saltAYearG),
    'of salt a year',
    ...(costAYear === undefined || boxPrice === undefined ? ['.'] : ['and costs', quantity('money', costAYear), '.']),
  ];
  if (before === undefined || after === undefined)
    return {
      says: ['Water changes alone do not hold this level:', ...what, `let ${name} keep falling.`],
      certainty: certaintyOn(newWaterFrom, id),
      because,
    };
  const flat = Math.abs(after - before) < usualErrorOf(id) / 5;
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
    certainty: certaintyOn(newWaterFrom, id),
    because: [
      ...(Math.abs(newWater - before) > usualErrorOf(id)
        ? ['It is there in about', quantity('days', settlingDays), '.']
        : []),
      ...because,
    ],
  };
}

export function cautionsFor(rows: readonly Row[], { routine: by, newWaterFrom }: RoutineAsked): Caution[] {
  const cautions: Caution[] = assumedCautions(
    newWaterFrom,
    rows.map(({ id }) => id),
  );
  cautions.push(
    ...rows.flatMap(({ id, before, after }): Caution[] =>
      before !== undefined && after !== undefined && Math.abs(after - before) > STEP_LIMIT[id]
        ? [
            {
              severity: 'caution',
              says: [
                `Each change moves ${nameOf(id)} by`,
                quantity(PARAMETERS[id].kind, Math.abs(after - before)),
                ': change less and more often.',
              ],
            },
          ]
        : [],
    ),
  );
  if (by.by === 'changes') {
    cautions.push(OFF_FIRST);
    if (by.changeL >= 20) cautions.push(HEAVY);
  } else
    cautions.push({
      severity: 'danger',
      says: [
        'Two pumps that drift apart flood a floor or drain a tank: check both against a jug every week, and keep the top-off’s sensor in sight.',
      ],
    });
  return [...cautions, DRAIN];
}
