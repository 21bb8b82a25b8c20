import type { Caution } from '../calculator/calculator';
import { quantity } from '@/quantities/quantity';
import { capitalised, listed } from '../calculator/words';
import { returnDays } from './dose-cost';
import { fallsShort } from './foreseen-levels';
import { DOSED_FACTS, type DosedParameter } from './dosed-parameters';
import type { PlanFacts } from './plan-facts';
import type { Balance, PlannedDose } from './planned-dose';
import { LEAST_ML_PER_DAY } from './pump-setting';

/** A pump measured longer ago than this is measured again before a dose is changed: tubes wear. Common practice. */
const MEASURE_AGAIN_DAYS = 90;
/** A dose is set well by a pump when it is so many of its steps. Chosen: a step is then a twentieth of it. */
const THINNED_STEPS = 20;
/** Off by more than this it is not the dose that has to change. Chosen. */
const DELIVERY_OFF = 0.05;
/** Share of the consumption from which what others supply is named. Chosen. */
const WORTH_NAMING = 0.05;

/** What could hurt, what would change the answer, and what no mix of these sources can do. */
export function planCautions(facts: PlanFacts): Caution[] {
  const { doses, balance, needs, untold, unclear, unsaid } = facts;
  const cautions: Caution[] = [];
  for (const parameter of unclear)
    cautions.push({
      severity: 'note',
      says: [
        `Consumption of ${parameter} is less than the tests can show yet, so no dose is built on it: keep what you dose, and test on.`,
      ],
    });
  for (const { parameter, amountPerDay, rises, mismatch } of needs) {
    if (mismatch)
      cautions.push({
        severity: 'caution',
        says: [
          'Calcium and alkalinity are not consumed in the proportion that skeletons use (7.15 mg/L for each dKH). Each is dosed by its own readings; what may be behind it stands under Consumption.',
        ],
      });
    if (rises)
      cautions.push({
        severity: 'caution',
        says: [
          `${capitalised(parameter)} rises by`,
          quantity(DOSED_FACTS[parameter].rateKind, -amountPerDay / facts.netVolumeL),
          'beyond all that is known to go in. A source that is not logged, a stronger solution or a pump that gives more than it is set to, the salt of water changes, or the kit would explain it: find which before dosing more.',
        ],
      });
  }
  cautions.push(...farOff(facts), ...balance.flatMap((each) => imbalance(each, facts)), ...countedOn(needs));
  for (const dose of doses) {
    if (dose.tooSmall !== undefined) cautions.push(thinIt(dose.tooSmall, dose, facts));
    if (dose.limitedBy !== undefined && dose.use === 'solved')
      cautions.push({
        severity: 'note',
        says: [
          `${capitalised(dose.name)} is held at`,
          quantity('doseRate', dose.solvedMlPerDay),
          `: ${dose.limitedBy}.`,
        ],
      });
    if (dose.thenMlPerDay !== undefined)
      cautions.push({
        severity: 'note',
        says: [
          `A large increase goes in two steps: ${dose.name} half the way now, the rest once a test in three or four days bears it out.`,
        ],
      });
    cautions.push(...ofReturn(dose, facts), ...delivery(dose, facts));
  }
  for (const parameter of untold)
    cautions.push({
      severity: 'note',
      says: [
        unsaid.includes(parameter)
          ? `No ${parameter} dose is worked out: its readings count once it is said what was dosed when they were taken.`
          : `No ${parameter} dose is worked out: it needs two readings a day or more apart.`,
      ],
    });
  for (const { id, mlPerDay } of doses) {
    const source = facts.sources.find((each) => each.id === id);
    if (source && source.handling.length > 0 && mlPerDay > LEAST_ML_PER_DAY)
      cautions.push({
        severity: 'danger',
        usual: true,
        says: [`${capitalised(source.name)}: ${source.handling.join(' ')}`],
      });
  }
  const given = doses.filter(({ mlPerDay }) => mlPerDay > LEAST_ML_PER_DAY);
  if (given.length > 1)
    cautions.push({
      severity: 'caution',
      says: ['Never mix the parts or let them meet undiluted: a different spot or an hour apart, in strong flow.'],
    });
  if (doses.length > 0)
    cautions.push({
      severity: 'note',
      says: ['A dose holds a level and brings back what is a little off; what is far off is a correction of its own.'],
    });
  return cautions;
}

/** A level the daily dose does not bring back: it is only held, and that is said. */
function farOff({ aims, needs }: PlanFacts): Caution[] {
  return needs.flatMap(({ parameter }): Caution[] => {
    const aim = aims[parameter];
    if (!aim) return [];
    if (aim.unbearable)
      return [
        {
          severity: 'caution',
          says: [
            `The target of ${parameter} is`,
            quantity(parameter, aim.target),
            ', beyond what animals bear: look at its band. These doses hold the level where it is.',
          ],
        },
      ];
    if (!aim.far) return [];
    return [
      {
        severity: 'caution',
        says: [
          `${capitalised(parameter)} is`,
          quantity(parameter, Math.abs(aim.level - aim.target)),
          `${aim.level < aim.target ? 'below' : 'above'} its target of`,
          quantity(parameter, aim.target),
          ': more than the daily dose brings back. That is a correction of its own; these doses hold the level.',
        ],
      },
    ];
  });
}

/** What a dose set for a time asks of its keeper and of its bottle. */
function ofReturn({ id, name, returns, mlPerDay, carries, action }: PlannedDose, facts: PlanFacts): Caution[] {
  if (!returns) return [];
  const cautions: Caution[] = [];
  const source = facts.sources.find((each) => each.id === id);
  const lasts = source?.leftMl === undefined || mlPerDay <= 0 ? Infinity : source.leftMl / mlPerDay;
  if (lasts < returns.days)
    cautions.push({
      severity: 'caution',
      says: [
        `The bottle of ${name} is empty in`,
        quantity('days', lasts),
        ', before its time is over: have the next one ready.',
      ],
    });
  for (const { parameter, level } of facts.foreseen) {
    const aim = facts.aims[parameter];
    if (!aim || aim.returned === 0 || !carries.includes(parameter) || !fallsShort(parameter, aim.target, level))
      continue;
    cautions.push({
      severity: 'caution',
      says: [
        `${capitalised(parameter)} comes to`,
        quantity(parameter, level),
        'by then and not to its target of',
        quantity(parameter, aim.target),
        source?.most && mlPerDay > source.most.mlPerDay - 2 * source.stepMl
          ? `: ${name} is limited (${source.most.because}).`
          : mlPerDay === 0
            ? ': nothing less than no dose can be given.'
            : '.',
      ],
    });
  }
  const slow = carries.find((parameter) => {
    const aim = facts.aims[parameter];
    return aim && aim.returned !== 0 && returns.days > returnDays(facts.testEveryDays, 0) && action !== 'leave';
  });
  const aim = slow && facts.aims[slow];
  if (slow && aim)
    cautions.push({
      severity: 'note',
      says: [
        `${capitalised(slow)} takes`,
        quantity('days', returns.days),
        'to come back: it is moved by no more than',
        quantity(DOSED_FACTS[slow].rateKind, aim.pacePerDay),
        '.',
      ],
    });
  return cautions;
}

/** What goes on beside the doses and carries a part of the consumption worth naming: where it stops, they no longer hold. */
function countedOn(needs: PlanFacts['needs']): Caution[] {
  const names = new Set(
    needs.flatMap(({ amountPerDay, others }) =>
      others.filter(({ amount }) => amount > WORTH_NAMING * amountPerDay).map(({ by }) => by),
    ),
  );
  if (names.size === 0) return [];
  const goes = names.size > 1 ? 'go' : 'goes';
  return [
    {
      severity: 'note',
      says: [
        `${capitalised(listed([...names]))} ${goes} on beside these doses, which are worked out with that: where that stops, they no longer hold.`,
      ],
    },
  ];
}

/** A dose so small is given by a weaker solution: so many parts of water to one of it. */
function thinIt(mlPerDay: number, { id, name }: PlannedDose, { sources }: PlanFacts): Caution {
  const stepMl = sources.find((each) => each.id === id)?.stepMl ?? 0.1;
  const parts = Math.max(1, Math.ceil((THINNED_STEPS * stepMl) / mlPerDay) - 1);
  return {
    severity: 'note',
    says: [
      `${capitalised(name)}: the pump’s step is`,
      quantity('dose', stepMl),
      `, so the dose rounds to zero. Thin it with ${parts} parts of RO/DI water to one of it and describe that as a solution of its own: it is then dosed at`,
      quantity('doseRate', mlPerDay * (parts + 1)),
      '.',
    ],
  };
}

/** What no amount of these sources balances: what is over or short, by what, and what would close it. */
function imbalance({ parameter, overPerDay, doubt }: Balance, facts: PlanFacts): Caution[] {
  if (Math.abs(overPerDay) <= doubt) return [];
  const { sources, doses, needs, netVolumeL } = facts;
  const need = needs.find((each) => each.parameter === parameter);
  if (need?.rises) return [];
  const rate = quantity(DOSED_FACTS[parameter].rateKind, Math.abs(overPerDay) / netVolumeL);
  const bringing = doses.filter(
    ({ carries, solvedMlPerDay }) => carries.includes(parameter) && solvedMlPerDay > LEAST_ML_PER_DAY,
  );
  const shared = bringing.filter(({ use, carries }) => use === 'solved' && carries.length > 1);
  if (overPerDay > 0) {
    const others = need?.others.filter(({ amount }) => amount > 0).map(({ by }) => by) ?? [];
    const by = listed([...bringing.map(({ name }) => name), ...others]);
    return [
      {
        severity: shared.length > 0 ? 'caution' : 'note',
        says: [
          `${capitalised(parameter)} rises by`,
          rate,
          shared.length > 0
            ? `: one bottle, one dose, and ${listed(shared.map(({ name }) => name))} is sized by ${sizedBy(shared)}. A part without ${parameter} for the rest would close it.`
            : `: ${by} suppl${bringing.length + others.length > 1 ? 'y' : 'ies'} more than the tank consumes, until turned down.`,
        ],
      },
    ];
  }
  const limited = doses.filter(({ limitedBy, carries }) => limitedBy !== undefined && carries.includes(parameter));
  const idle = sources.filter(({ use, perMl }) => use !== 'solved' && perMl[parameter] > 0).map(({ name }) => name);
  const closes =
    idle.length > 0
      ? `Solving for ${listed(idle)} as well would close it.`
      : `A part that holds ${parameter} would close it.`;
  return [
    {
      severity: 'caution',
      says: [
        `No mix of these holds ${parameter}: it falls short by`,
        rate,
        limited.length > 0
          ? `, since ${listed(limited.map(({ name, limitedBy }) => `${name} is limited (${limitedBy ?? ''})`))}. ${closes}`
          : shared.length > 0
            ? `: one bottle, one dose, and ${listed(shared.map(({ name }) => name))} is sized by ${sizedBy(shared)}. ${closes}`
            : `. ${closes}`,
      ],
    },
  ];
}

function sizedBy(shared: readonly PlannedDose[]): DosedParameter {
  return shared[0]?.carries[0] ?? 'alkalinity';
}

/** Whether the pump gives what it is set to: asked before a changed dose is relied on. */
function delivery({ id, name, action }: PlannedDose, { sources }: PlanFacts): Caution[] {
  const source = sources.find((each) => each.id === id);
  if (!source || source.measured === undefined || action === 'leave' || action === 'stop') return [];
  if (source.measured === null)
    return [
      {
        severity: 'note',
        says: [
          `Before you rely on it: measure what the pump of ${name} gives, by running it into a cylinder. It was never logged.`,
        ],
      },
    ];
  const { daysAgo, share } = source.measured;
  const off = Math.abs(share - 1) > DELIVERY_OFF;
  if (!off && daysAgo <= MEASURE_AGAIN_DAYS) return [];
  return [
    {
      severity: off ? 'caution' : 'note',
      says: off
        ? [
            `The pump of ${name} gave`,
            quantity('percent', share * 100),
            'of what it was set to when last measured: calibrate it before the dose is changed.',
          ]
        : [
            `The pump of ${name} was last measured`,
            quantity('days', daysAgo),
            'ago: measure it again before you rely on it.',
          ],
    },
  ];
}
