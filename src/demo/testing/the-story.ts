import { expect } from 'vitest';
import type { Said } from './every-answer';

/** What the demo's story means each bench to say, whatever the day it is opened on. */
const MEANT: Readonly<Record<string, RegExp>> = {
  // Stony corals growing in: the parts no longer hold what they take.
  'Atrium: today': /^Dose \d[\d.]* mL\/day of Carbonate part and \d[\d.]* mL\/day of Calcium part/,
  'Atrium: dose': /^Dose \d[\d.]* mL\/day of Carbonate part/,
  'Atrium: today, Top-off upkeep': /optical eye/,
  'Atrium: series': /^Alkalinity is falling|^Everything measured|stands/,
  'Atrium: top-off': /the room is drier/,
  'Atrium: if it fails': /^With 45\.0 L the worst case is \d\d\.\d ppt and 13\.5 L on the floor/,
  'Atrium: leaving': /^The reservoir is the first to run out, after \d+(\.\d)? days of 12 days/,
  'Atrium: tank': /holds 620 L/,
  'Atrium: reactor': /^Run the effluent at/,
  // Soft corals carried by water changes, with nothing to do.
  'Story Corner: today': /^Everything measured stands in its band/,
  'Story Corner: routine': /holds|settles/,
  // In its third week.
  'Back Room: today': /^Nitrite is falling/,
  'Back Room: cycle': /It will probably be through/,
  'Back Room: stocking': /the clean-up crew|Nothing goes in yet/,
  'water day': /^(Open the valve by .* and mix|Mix) |No batch|batch/,
  source: /Open the valve/,
};

/** Fails where the demo tells another story than it is meant to. */
export function expectTheStory(said: Said, when: string): void {
  for (const [who, meant] of Object.entries(MEANT)) expect(said.get(who), `${who}, ${when}`).toMatch(meant);
}
