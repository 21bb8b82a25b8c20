import type { Nutrient } from './level-findings';

/**
 * Levers that no arithmetic foretells in one tank: the usual step of each and what is looked at then. Common practice, all of them; in the order in
 * which they are pulled.
 */
export interface LeverStep {
  readonly lever: LeverName;
  readonly way: 'up' | 'down';
  readonly of: readonly Nutrient[];
  readonly step: string;
  readonly check: string;
}

export type LeverName =
  | 'feed'
  | 'changes'
  | 'one change'
  | 'salt'
  | 'skimmer'
  | 'mechanical filter'
  | 'refugium light'
  | 'phosphate media'
  | 'carbon source'
  | 'broadcast';

export const LEVER_STEPS: readonly LeverStep[] = [
  {
    lever: 'skimmer',
    way: 'up',
    of: ['nitrate', 'phosphate'],
    step: 'run the skimmer for half the day only, the night',
    check: 'oxygen by night is the skimmer’s too, so not the dark hours off; test after two weeks',
  },
  {
    lever: 'mechanical filter',
    way: 'up',
    of: ['nitrate', 'phosphate'],
    step: 'leave floss and socks out but on cleaning day',
    check: 'log it out and in; test after two weeks',
  },
  {
    lever: 'phosphate media',
    way: 'up',
    of: ['phosphate'],
    step: 'take half of the phosphate media out, the other half two weeks later',
    check: 'test phosphate weekly',
  },
  {
    lever: 'refugium light',
    way: 'up',
    of: ['nitrate', 'phosphate'],
    step: 'light the refugium two hours less each week',
    check: 'pH by night falls a little with it; test after two weeks',
  },
  {
    lever: 'carbon source',
    way: 'up',
    of: ['nitrate', 'phosphate'],
    step: 'ease the carbon source down by a third a week, never at once',
    check: 'what lived on it dies back: look for haze and a film, test weekly',
  },
  {
    lever: 'broadcast',
    way: 'down',
    of: ['nitrate', 'phosphate'],
    step: 'leave the broadcast food for corals out first',
    check: 'test after a week; a red film goes in two or three',
  },
  {
    lever: 'mechanical filter',
    way: 'down',
    of: ['nitrate', 'phosphate'],
    step: 'put floss or a sock in and change it twice a week',
    check: 'left for a week it makes nitrate of what it caught',
  },
  {
    lever: 'skimmer',
    way: 'down',
    of: ['nitrate', 'phosphate'],
    step: 'run the skimmer all day, its neck cleaned weekly, the cup a little wetter',
    check: 'log the litres in the cup and the days it takes',
  },
  {
    lever: 'refugium light',
    way: 'down',
    of: ['nitrate', 'phosphate'],
    step: 'light the refugium two hours longer each week, and harvest by half',
    check: 'weigh what is taken out; growth stops where iron or the other nutrient is gone',
  },
  {
    lever: 'phosphate media',
    way: 'down',
    of: ['phosphate'],
    step: 'put in half of the phosphate media that the label asks for',
    check: 'alkalinity can fall by it and corals pale where phosphate drops at once: test in three days',
  },
  {
    lever: 'carbon source',
    way: 'down',
    of: ['nitrate', 'phosphate'],
    step: 'a carbon source last, and by its own bench',
    check: 'not for beginners, and not in a young tank',
  },
];
