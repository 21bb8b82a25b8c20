import { expect } from 'vitest';
import type { Said } from './every-answer';

/** What the demo's story means each bench to say, whatever the day it is opened on. */
const MEANT: Readonly<Record<string, RegExp>> = {
  // Stony corals growing in: the parts no longer hold what they take.
  'Atrium: today': /^Increase Carbonate part from 28 mL\/day to 3\d[\d.]* mL\/day; .*Calcium part/,
  'Atrium: dose': /^Increase Carbonate part from 28 mL\/day to 3\d[\d.]* mL\/day; .*Calcium part.*\(95 % range\)/,
  // One suspicious magnesium test.
  'Atrium: series': /^Alkalinity is falling .*One magnesium reading \(1500 mg\/L\) is far from/,
  'Atrium: correction of calcium': /^Leave calcium as it is: it is (in its band|on target)/,
  // A new magnesium kit that reads high on every tank, and a trial that is decided.
  'Atrium: instruments': /^New magnesium kit reads 2\d\d mg\/L high of Laboratory panel/,
  'Atrium: trial': /^The trial is decided, and it came about: nitrate is/,
  // Limewater at night on a stirrer, and a reactor thought of.
  'Atrium: limewater': /^Go on with 2\.64 L\/day of limewater: it supports \d\d\s% .* Charge the stirrer with 300 g/,
  'Atrium: limewater stuck': /^If the pump sticks, 45 L take pH to 1\d\.\d+; up to [\d.]+ L stays below 8\.6/,
  'Atrium: reactor': /^Run the effluent at/,
  'Atrium: reactor size': /^A chamber of [\d.]+ L now, [\d.]+ L in two years, .*(pays in \d+ months|never pays)/,
  'Atrium: today, Maintenance': /Wipe the optical eye/,
  // A summer of open windows and an autumn of closed ones.
  'Atrium: top-off': /^Refill by .* more than in .*: the room is drier/,
  'Atrium: if it fails': /^With 45 L the worst case is \d\d(\.\d)? ppt and 13\.5 L on the floor/,
  'Atrium: leaving':
    /^The reservoir is the first to run out, after \d+(\.\d)? days of 12 days; a helper must fill it by/,
  'Atrium: tank': /^Atrium holds 620 L of water/,
  // Soft corals carried by water changes, with nothing to do.
  'Story Corner: today': /^Everything measured is on target/,
  'Story Corner: routine': /^Changing 10 L every 7 days (holds alkalinity between|settles alkalinity at)/,
  'Story Corner: leaving': /^It can be left for 12 days with the reservoir full/,
  // In its third week.
  'Back Room: today': /^Nitrite is falling: .* It will probably be through/,
  'Back Room: stocking': /^Open now: the clean-up crew, and nothing else/,
  'Back Room: series': /nitrite is high at/,
  'water day': /^(Open the valve by .* and mix|Nothing is to be mixed)/,
  source: /open the valve by .* It makes between/,
  supply: /^It is chlorine/,
};

/** Fails where the demo tells another story than it is meant to. */
export function expectTheStory(said: Said, when: string): void {
  for (const [who, meant] of Object.entries(MEANT)) expect(said.get(who), `${who}, ${when}`).toMatch(meant);
}
