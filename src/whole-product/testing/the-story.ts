import { expect } from 'vitest';
import type { Said } from './every-answer';

/** What the demo's story means each bench to say, whatever the day it is opened on. */
const MEANT: Readonly<Record<string, RegExp>> = {
  // Stony corals growing in: the parts no longer hold what they take.
  'Atrium: today':
    /^Increase Carbonate part from 28 mL\/day to [345]\d[\d.]* mL\/day until .*, which brings alkalinity to 8\.3 dKH; then 3\d[\d.]* mL\/day holds it; .*Calcium part/,
  'Atrium: dose':
    /^Increase Carbonate part from 28 mL\/day to [345]\d[\d.]* mL\/day until .*, which brings alkalinity to 8\.3 dKH; then 3\d[\d.]* mL\/day holds it; .*Calcium part.*\(95 % range\)/,
  // One suspicious magnesium test.
  'Atrium: series':
    /^(Alkalinity is (falling|low) |(Nitrate|Phosphate|PH|pH) is |Everything measured is on target).*One magnesium reading \(1500 mg\/L\) is far from/,
  'Atrium: correction of calcium': /^Leave calcium as it is: it is (in its band|on target)/,
  // A new magnesium kit that reads high on every tank, and a trial that is decided.
  'Atrium: instruments': /^New magnesium kit reads 2\d\d mg\/L high of Laboratory panel/,
  'Atrium: trial': /^The trial is decided, and it came about: nitrate is/,
  // Limewater at night on a stirrer, and a reactor thought of.
  'Atrium: limewater':
    /^Go on with 2\.64 L\/day of limewater: it supplies 0\.\d+ dKH\/day, \d\d\s% of the consumption\. Charge the stirrer with 300 g/,
  'Atrium: limewater stuck': /^If the pump sticks, 45 L take pH to 1\d\.\d+; up to [\d.]+ L stays below 8\.6/,
  'Atrium: reactor': /^Run the effluent at/,
  'Atrium: reactor size': /^A chamber of [\d.]+ L now, [\d.]+ L in two years, .*(pays in \d+\smonths|never pays)/,
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
  'Back Room: series': /[Nn]itrite is (falling .* and is )?high at/,
  'Atrium: trend of alkalinity':
    /^(Alkalinity is (falling( 0\.0\d+ dKH\/day| slowly).* and is|steady at)|The tests cannot tell yet how alkalinity moves; it is)( low at)? 7\.[2-8]\d* dKH/,
  'Atrium: trend of nitrate':
    /^(Nitrate is (rising 0\.\d+ mg\/L\/day over .* and is|steady at)|The tests cannot tell yet how nitrate moves; it is) [4-8](\.\d+)? mg\/L/,
  'Atrium: when seen': /^When (polyps out|paling).* was seen, .*alkalinity was [78]\.\d+ dKH/,
  // Starved, fed again, a film that came and went: nitrate stands where it was; Story Corner by water changes alone.
  'Atrium: nutrients': /^(Leave nitrate and phosphate as they are: nitrate [5-9](\.\d)? mg\/L|Bring phosphate down)/,
  'Atrium: algae': /^Cyanobacteria went: seen for 14 days/,
  'Atrium: balance of nitrate':
    /^Nitrate (rises|falls|holds).* what is fed would bring about 0\.[34]\d* mg\/L\/day, changes of water take 0\.\d+ mg\/L\/day, and the rest is export/,
  'Story Corner: balance of nitrate':
    /^Nitrate (holds within its error|rises 0\.0|falls 0\.0).* changes of water take 0\.1\d* mg\/L\/day/,
  'Story Corner: nutrients':
    /^Leave nitrate and phosphate as they are: nitrate [7-9]|^Leave nitrate and phosphate as they are: nitrate 1[01]/,
  // A tank in its third week.
  'Back Room: nutrients': /^(Buy nothing yet: in a tank of \d+ days nitrate climbs|Test phosphate too)/,
  'Back Room: carbon source': /^Do not begin a carbon source: this tank is \d+ days old/,
  'Back Room: balance of nitrate': /never told in cubes, pinches or grams|^Test nitrate weekly/,
  'Back Room: balance of phosphate': /^Test phosphate weekly/,
  'Atrium: livestock': /^Mixed reef: 8 fish, 12 stony corals, 4 soft corals and 19 of a clean-up crew/,
  // 620 L by 0.8 dKH (0.285 meq/L) are 177 meq; 80 g/L of sodium carbonate hold 1.5096 meq/mL (CIAAW 2021): 117 mL. A mixed reef is held to
  // half a dKH a day (common practice): two days.
  'Atrium: correction of alkalinity':
    /^(Leave alkalinity to the daily dose of Carbonate part: it is to bring it to 8\.3 dKH by .*At once it would take [4-7]\d(\.\d)? mL a day for 2 days|Leave alkalinity as it is and test again)/,
  'Atrium: correction of magnesium': /^Leave magnesium as it is: it is in its band. Last read 1[2-5]\d\d mg\/L/,
  // 8 mL/min are 11.5 L a day; 28 dKH less the tank's are some 7.3 meq/L, and half a mole of CaCO3 to the equivalent is 50 g: 4.2 g.
  'Atrium: reactor use':
    /^The reactor uses 4\.[12]\d* g of media and about 3\.\d+ g of CO₂ a day, \d+ bubbles a minute/,
  'Atrium: reactor dial-in': /^Set the reactor’s flow and log it: “reactor 12 ml\/min/,
  // 10 mL over twelve hours.
  'Atrium: limewater hours': /^Drip 10 mL\/day 20:00 to 8:00, 0\.83 mL an hour: pH moves by 0\.\d+/,
  // 20 mL of 1.5096 meq/mL in 620 L, 88 L and 46 L.
  'Atrium: a dose': /^It lifts alkalinity by 0\.14 dKH; pH goes from [78](\.\d+)? to/,
  'Story Corner: a dose': /^It lifts alkalinity by 0\.96 dKH; pH goes from [78](\.\d+)? to 8(\.\d+)? at once/,
  'Back Room: a dose': /^It lifts alkalinity by 1\.84 dKH; pH goes from/,
  // 60 ÷ 620, 10 ÷ 88, 4.6 ÷ 46.
  'Atrium: change': /^Change 60 L: .*That is 9\.7\s?% of the water/,
  'Story Corner: change': /^Change 10 L: .*That is 11\s?% of the water/,
  'Back Room: change': /^Change 4\.6 L: .*That is 10\s?% of the water/,
  // 26.1 changes of 60 L at 38.5 g/L, 52.2 of 10 L, 52.2 of 4.6 L.
  'Atrium: routine':
    /^Changing 60 L every 14 days settles alkalinity at 8\.\d+ dKH\. It takes 60(\.\d)? kg of salt a year/,
  'Back Room: routine': /It takes 9\.2\d kg of salt a year/,
  // Headland salt's 11.2 dKH at 33.6 ppt are 11.7 at 35, 3.1 above Harbour salt's 8.6.
  'Atrium: salts':
    /^Before each change alkalinity would be at 8\.\d+ dKH with Harbour salt and 11\.\d+ dKH with Headland salt/,
  'Story Corner: salts': /alkalinity would be at 7\.\d+ dKH with Harbour salt and 10\.\d+ dKH with Headland salt/,
  'Atrium: upkeep': /(Wipe the optical eye|Look at the sensors) now .*\d more things? waits?/,
  'Story Corner: tank': /^Story Corner holds 88 L of water\. 98 L in the vessels, less 10 L/,
  'Story Corner: trend of alkalinity':
    /^(Alkalinity is (falling slowly, .* and is|steady at)|The tests cannot tell yet how alkalinity moves; it is) 7\.\d+ dKH/,
  'Story Corner: livestock': /^Soft corals\. Alkalinity is to move by no more than 1 dKH\/day/,
  'Story Corner: top-off': /^Refill by .*evaporation is 0\.[45]\d* L\/day/,
  'Story Corner: if it fails': /^With 8 L the worst case is 32\.\d ppt and 2 L on the floor/,
  'Back Room: tank': /^Back Room holds 46 L of water/,
  'Back Room: cycle': /^Nitrite is falling: /,
  'Back Room: trend of magnesium': /^Magnesium was read 2 times: a trend needs 4 tests/,
  'Back Room: leaving':
    /^(It can be left for 12 days with the reservoir full: .* after 1\d days|The reservoir is the first to run out, after 1[12](\.\d)? days of 12 days)/,
  'water day': /^(Open the valve by .* and mix|Nothing is to be mixed)/,
  source: /open the valve by .* It makes between/,
  supply: /^It is chlorine/,
};

/** What is meant of a bench whichever tank it is asked for, where the list above holds nothing of that tank. */
const MEANT_OF_ANY: readonly (readonly [bench: RegExp, meant: RegExp])[] = [
  // The lines of Today are answers of the benches they are named after.
  [/^today, /, /\d|on target/],
  [/^(trend of|what changed)/, /(\d.*95 % range)|a trend needs|Too few tests/],
  [/^balance of /, /(\d.*95 % range)|needs 3 tests/],
  [/^levers of /, /(95 % range)|weekly first/],
  [/^carbon source$/, /^First tell since when the tank holds water/],
  [/^algae$/, /was not logged here; were it seen, /],
  [/^confidence$/, /^(Every test that something hangs on is fresh enough|.* (is|are) stale|Test )/],
  [/^livestock$/, /class sets the bands/],
  [/^dose$/, /^(Dose|Leave|Increase|Reduce|Keep).* mL\/day of|^(Increase|Reduce|Leave)|^Choose what is dosed here/],
  [/^reactor$/, /^Run the effluent at \d[\d.]* mL\/min, which is \d[\d.]* m?L\/day/],
  [/^reactor use$/, /^The reactor uses 4\.\d+ g of media and about 3\.\d+ g of CO₂ a day/],
  [/^reactor dial-in$/, /^Set the reactor’s flow and log it/],
  [/^reactor size$/, /^A chamber of [\d.]+ m?L .*suits this demand, fed at [\d.]+ mL\/min/],
  [/^correction of /, /^(Leave|Add|Raise|Let|Bring) .*\d/],
  // 40 L at 38.5 g/L.
  [/^mix$/, /^Weigh 1\.5[345] kg of salt into 39\.5 L of RO\/DI water/],
  [/^salts$/, /dKH with Harbour salt and \d+(\.\d+)? dKH with Headland salt/],
  [/^top-off$/, /^Refill by .*evaporation is 0\.\d+ L\/day/],
  [/^if it fails$/, /worst case is 3\d(\.\d)? ppt/],
  [/^upkeep$/, /now \(.*\d more things? waits?/],
  [/^series$/, /\d|on target/],
];

/** Fails where the demo tells another story than it is meant to, or where a bench answers and nobody said what it should; all of it at once. */
export function expectTheStory(said: Said, when: string): void {
  const otherwise = Object.entries(MEANT).flatMap(([who, meant]) =>
    meant.test(said.get(who) ?? '') ? [] : [`${who} says “${said.get(who) ?? 'nothing'}”, not ${String(meant)}`],
  );
  for (const [who, sentence] of said) {
    if (who in MEANT) continue;
    const bench = who.slice(who.indexOf(': ') + 2);
    const meant = MEANT_OF_ANY.find(([named]) => named.test(bench))?.[1];
    if (!meant?.test(sentence))
      otherwise.push(`${who} says “${sentence}”, not ${String(meant ?? 'anything that the story knows')}`);
  }
  expect(otherwise, when).toEqual([]);
}
