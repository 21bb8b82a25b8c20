import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import type { Phrase, Step } from '../calculator/calculator';
import type { LimewaterInput } from './limewater-input';
import type { LimewaterStrength } from './strength';

/** What is put in beyond what dissolves, so that the last litre is as strong as the first. Chosen. */
const SPARE_LIME = 1.25;
/** A stirrer is charged so full of lime and no fuller, g a litre of it: a thick bed packs and is no longer stirred. Chosen. */
const CHARGE_G_PER_L = 60;

/** What lasts longer than this is told no day. Chosen. */
const LONGEST_DAYS = 3650;

function withinReason(days: number): number | undefined {
  return days <= LONGEST_DAYS ? days : undefined;
}

export interface VesselLife {
  /** Days until the vessel is empty, or the stirrer's lime used up; undefined where nothing runs or the charge is not known. */
  readonly days: number | undefined;
  readonly at: number | undefined;
  /** Calcium hydroxide to put in at the next filling, g. */
  readonly addG: number;
  readonly limeGPerDay: number;
  /** How often a day the water of a stirrer is renewed. */
  readonly turnsPerDay: number | undefined;
}

/** How long a vessel or a stirrer's charge lasts, and what goes into it then. */
export function vesselLife(
  { vessel, vesselL, litresPerDay, limeG, leftL, now }: LimewaterInput,
  strength: LimewaterStrength,
): VesselLife {
  const limeGPerDay = litresPerDay * strength.gramsPerL;
  if (vessel === 'plain') {
    const days = litresPerDay > 0 ? withinReason((leftL ?? vesselL) / litresPerDay) : undefined;
    return {
      days,
      at: days === undefined ? undefined : now + days * DAY_MS,
      // What lies on the bottom serves the next filling.
      addG: Math.max(0, strength.saturationGPerL * vesselL * SPARE_LIME - (strength.lyingG ?? 0)),
      limeGPerDay,
      turnsPerDay: undefined,
    };
  }
  const days = limeG === undefined || limeGPerDay === 0 ? undefined : withinReason(limeG / limeGPerDay);
  return {
    days,
    at: days === undefined ? undefined : now + days * DAY_MS,
    addG: vesselL * CHARGE_G_PER_L,
    limeGPerDay,
    turnsPerDay: litresPerDay / vesselL,
  };
}

export function vesselWords({ vessel, leftL }: LimewaterInput, { at, addG, days }: VesselLife): Phrase[] {
  if (at === undefined || days === undefined) return [];
  // When it was filled is not known, so no day is told.
  if (vessel === 'plain' && leftL === undefined) return ['A full vessel lasts', quantity('days', days), '.'];
  const when: Phrase[] = days < 0.5 ? ['now'] : ['by', { moment: at, day: true }];
  return vessel === 'plain'
    ? [
        'Refill the vessel',
        ...when,
        ...(addG > 0.5 ? [', with', quantity('mass', addG), 'of calcium hydroxide.'] : ['.']),
      ]
    : ['Charge the stirrer with', quantity('mass', addG), 'of calcium hydroxide', ...when, '.'];
}

export function vesselSteps({ vessel, vesselL }: LimewaterInput, life: VesselLife): Step[] {
  return [
    {
      label: vessel === 'plain' ? 'Vessel' : 'Stirrer',
      value: quantity('volume', vesselL),
      origin: 'setting',
      from: 'how limewater is made',
    },
    {
      label: 'Calcium hydroxide a day',
      value: quantity('mass', life.limeGPerDay),
      origin: 'equation',
      from: 'dosed a day × grams in a litre',
    },
    ...(life.days === undefined
      ? []
      : [
          {
            label: vessel === 'plain' ? 'The vessel lasts' : 'The charge lasts',
            value: quantity('days', life.days),
            origin: 'equation' as const,
            from: vessel === 'plain' ? 'litres left ÷ litres a day' : 'grams left ÷ grams a day',
          },
        ]),
    ...(life.turnsPerDay === undefined
      ? []
      : [
          {
            label: 'Its water is renewed',
            value: quantity('timesPerDay', life.turnsPerDay),
            origin: 'equation' as const,
            from: 'dosed a day ÷ what the stirrer holds',
          },
        ]),
    {
      label: 'To put in then',
      value: quantity('mass', life.addG),
      origin: 'assumed',
      from:
        vessel === 'plain'
          ? 'what dissolves in a full vessel and a quarter more, less what lies there'
          : `${CHARGE_G_PER_L} g for each litre of the stirrer; a fuller bed packs`,
    },
  ];
}
