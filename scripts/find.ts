import { parseArgs } from 'node:util';
import { eachText, metricOrUs, runCommand } from './by-line';
import { convertText } from '../src/calculators/units/convert';
import { articleAddress, benchAddress } from '../src/registry/addresses';
import { finder } from '../src/registry/find/finder';
import { FINDABLES } from '../src/registry/find/findables';

/**
 * What Find answers, without a screen: the first five, with their addresses, as JSON lines.
 *
 *     npm run -s find -- "alk keeps dropping"
 *     npm run -s find < phrases.txt
 *
 * Options: `--units metric|US`, `--workspace demo`, `--tank atrium` (for the addresses). A question of units is answered first. Ends with 0
 * when something was found for each, 1 when not, 2 when the command was not understood.
 */
const MOST = 5;

await runCommand(main);

async function main(): Promise<number> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      units: { type: 'string', default: 'metric' },
      workspace: { type: 'string', default: 'demo' },
      tank: { type: 'string', default: 'atrium' },
    },
  });
  const asked = metricOrUs(values.units);
  const volume = asked === 'US' ? 'US gal' : 'L';
  const find = finder(FINDABLES);
  const address = (found: (typeof FINDABLES)[number]) => {
    if ('article' in found) return articleAddress(values.workspace, values.tank, found.article);
    if ('bench' in found) return benchAddress(values.workspace, values.tank, found.bench, found.as as never);
    return found.kind === 'Settings' ? benchAddress(values.workspace, values.tank, 'settings') : undefined;
  };
  let nothing = 0;
  const answer = (phrase: string) => {
    const tells = convertText(phrase, { volume });
    const found = find(phrase).slice(0, MOST);
    if (!tells && found.length === 0) nothing++;
    console.log(
      JSON.stringify({
        phrase,
        tells,
        found: found.map((each) => ({
          name: each.name,
          question: each.question,
          address: address(each),
          does: 'jots' in each ? `begins the line with “${each.jots ?? ''}”` : undefined,
        })),
      }),
    );
  };
  await eachText(positionals, answer);
  return nothing > 0 ? 1 : 0;
}
