import type { Phrase } from '../calculator/calculator';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';

export const FIRST_IN = ['rock', 'sand'] as const;
export const ROCKS = ['dry', 'live'] as const;
export const MIXED = ['in the tank', 'outside'] as const;

export interface Choices {
  /** What goes in first. */
  readonly first: (typeof FIRST_IN)[number];
  readonly rock: (typeof ROCKS)[number];
  readonly mixed: (typeof MIXED)[number];
}

export interface WorkStep {
  readonly id: string;
  readonly at: number;
  readonly says: readonly Phrase[];
}

/** What each choice brings and costs; the ways keepers differ on, side by side. Common practice. */
export const SCHOOLS_OF_SET_UP = {
  first: {
    rock: 'Rock on the bare glass stands firm whatever burrows under it; sand goes around it, and none is lost beneath.',
    sand: 'Sand first lies everywhere and looks finished; a burrowing fish or a pump can undermine rock that stands on it.',
  },
  rock: {
    dry: 'Clean, cheap, shaped at leisure, and no pests; four to six weeks to cure, and six to twelve months until it is dependable.',
    live: 'Brings its life and its bacteria, so days instead of weeks; dear, wet, and pests come with it.',
  },
  mixed: {
    'in the tank':
      'For a first fill only: no vessel needed, and nothing is in there to be harmed. Rock and sand then go into saltwater.',
    outside:
      'The way of every later batch: the tank can be aquascaped dry, and the water is ready and checked when it goes in.',
  },
} as const satisfies Record<keyof Choices, Record<string, string>>;

interface Amounts {
  readonly startAt: number;
  readonly waterL: number;
  readonly waterHours: number | undefined;
  readonly saltG: number;
  readonly rockG: number;
  readonly sandG: number;
  readonly heaterW: number;
  readonly targetC: number;
}

/** A leak shows within this. Common practice: a day or two. */
const LEAK_TEST_DAYS = 2;
const MIXING_DAYS = 1;

/** The work in its order, each step on its day: nothing is begun before what it stands on. */
export function orderOfWork(choices: Choices, given: Amounts): WorkStep[] {
  const { startAt, waterL, waterHours, saltG, rockG, sandG, heaterW, targetC } = given;
  const steps: WorkStep[] = [];
  let day = 0;
  const on = (id: string, ...says: Phrase[]) => steps.push({ id, at: startAt + day * DAY_MS, says });
  const outside = choices.mixed === 'outside';
  const waterDays = Math.max(1, Math.ceil((waterHours ?? 24) / 24));

  on('place', 'Stand and tank in place: a floor that bears it, no direct sun, no vent over it, water and drain near.');
  on('level', 'Level along and across, on a mat if the glass wants one.');
  on(
    'wiring',
    'Outlets above the waterline, drip loops, a residual-current device. What is wired is wired by a qualified person, by local codes.',
  );
  on('leak-test', 'Fill with tap water to the brim, seams dry and a paper under each corner.');
  day += LEAK_TEST_DAYS;
  on('leak-read', 'No damp paper, no bow: drain it. Any damp: stop here and return the tank.');
  on(
    'water',
    'Make',
    quantity('volume', waterL),
    'of RO/DI water',
    ...(waterHours === undefined ? ['.'] : [': the RO/DI unit runs for', quantity('days', waterHours / 24), '.']),
  );
  day += waterDays;
  const placeHardscape = () => {
    const rock = () =>
      on(
        'rock',
        choices.rock === 'live' ? 'Live rock' : 'Dry rock,',
        quantity('mass', rockG),
        choices.rock === 'live'
          ? 'goes in wet, each piece smelt first; gloves and eye cover.'
          : ', firm on three points each; rinse the dust off.',
      );
    const sand = () =>
      on(
        'sand',
        'Sand,',
        quantity('mass', sandG),
        choices.rock === 'live' && !outside
          ? ', lowered in by the cup through still water.'
          : ', rinsed until clear, and levelled.',
      );
    if (choices.first === 'rock') {
      rock();
      sand();
    } else {
      sand();
      rock();
    }
  };
  // Dry rock and sand can go into a dry tank while the water mixes; live rock waits for saltwater.
  const dryFirst = outside && choices.rock === 'dry';
  if (dryFirst) placeHardscape();
  on(
    'salt',
    outside ? 'Mix in vessels:' : 'Fill the tank, pumps running, and stir in',
    quantity('mass', saltG),
    'of salt',
    outside ? ', stirred and heated.' : 'into moving water.',
  );
  day += MIXING_DAYS;
  on('check', 'Measure salinity and temperature after a day; adjust, and measure again.');
  if (!dryFirst && !outside) placeHardscape();
  if (outside) on('fill', 'Fill over a plate, so the sand stays where it lies; keep some for the first correction.');
  if (!dryFirst && outside) placeHardscape();
  on(
    'heat',
    'Heaters',
    quantity('power', heaterW),
    'in all, set to',
    quantity('temperature', targetC),
    '; off whenever the level is low.',
  );
  on('circulate', 'Return and circulation on, skimmer off until the sand has settled; top-off filled and tried.');
  day += 1;
  on('begin', 'Begin the cycle: the plan of the school you chose starts today.');
  return steps;
}
