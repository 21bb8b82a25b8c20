import type { Phrase } from '../calculator/calculator';
import type { OddGap } from '@/chemistry/evaporation/from-refills';
import type { EvaporationEstimate } from '@/chemistry/evaporation/evaporation-estimate';
import type { EntryDoubt } from '@/chemistry/evaporation/refill-account';
import type { SaltBalance } from '@/chemistry/evaporation/salt-balance';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import type { TopOffInput } from './top-off-input';

/** A dry spell further back is no news. */
const RECENT_DAYS = 45;

/** What in the record does not fit, each told with what it probably was. */
export function evaporationDoubts(
  { reservoirL, now }: TopOffInput,
  { account, byRefills, salt }: EvaporationEstimate,
): Phrase[][] {
  const dry = account.gaps.filter(({ ranDry, to }) => ranDry && to > now - RECENT_DAYS * DAY_MS).at(-1);
  return [
    ...account.doubts.map((doubt) => entryWords(doubt, reservoirL)),
    ...(byRefills?.odd ?? []).map(oddWords),
    ...(dry ? [dryWords(dry)] : []),
    ...(salt && salt.tells !== 'nothing' ? [saltWords(salt)] : []),
  ];
}

function entryWords({ what, at, litres }: EntryDoubt, reservoirL: number): Phrase[] {
  const when = { moment: at, day: true as const };
  switch (what) {
    case 'more than it holds':
      return [
        quantity('volume', litres),
        'on',
        when,
        ...(reservoirL > 0
          ? [
              'is more than the reservoir’s',
              quantity('volume', reservoirL),
              ': is the reservoir larger, the unit another, or were it two refills?',
            ]
          : ['is more than a quarter of the tank, put back at once: is the unit another?']),
        'Set aside until it is corrected.',
      ];
    case 'logged twice':
      return [
        'The refill of',
        quantity('volume', litres),
        'on',
        when,
        'stands there twice within the hour; one is counted.',
      ];
    case 'rose unfilled':
      return [
        'On',
        when,
        'the reservoir stood',
        quantity('volume', litres),
        'higher than it could: a refill not logged?',
      ];
  }
}

function oddWords({ way, from, to, litres, expectedL }: OddGap): Phrase[] {
  return [
    'Between',
    { moment: from, day: true },
    'and',
    { moment: to, day: true },
    quantity('volume', litres),
    'went where',
    quantity('volume', expectedL),
    'were to be expected',
    way === 'more'
      ? ': a leak, a spill, a top-off left on during a water change, or one that stuck. Read salinity: if it fell, it went into the tank. Set aside.'
      : ': a refill not logged, a top-off that was off, or water that came in another way, a change not logged among them. Set aside.',
  ];
}

function dryWords({ to, litres }: { readonly to: number; readonly litres: number }): Phrase[] {
  return [
    'On',
    { moment: to, day: true },
    'the reservoir took',
    quantity('volume', litres),
    ', all it holds: it had run dry, so more may have evaporated than that.',
  ];
}

function saltWords({ tells, litresPerDay }: SaltBalance): Phrase[] {
  return tells === 'saltwater leaves'
    ? [
        'Salinity falls more than changes and doses explain: about',
        quantity('waterRate', litresPerDay),
        'leaves as saltwater and is replaced by fresh. A leak, a wet skimmer, salt creep or a wet sump floor?',
      ]
    : [
        'Salinity rises more than doses explain: about',
        quantity('waterRate', -litresPerDay),
        'evaporates and is not put back.',
      ];
}
