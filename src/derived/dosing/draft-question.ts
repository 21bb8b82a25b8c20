import { DOSED_PARAMETERS, DOSED_FACTS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { mostAtOnceL } from '@/chemistry/evaporation/refill-account';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import { netVolumeL, type Snapshot, type EntryDraft, type EntryOf, type Tank } from '@/record/schema';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { entriesOfTank } from '@/record/entries-of';
import { strengthOf } from '../balance/known-events';
import { aimFor } from '../observations/targets';
import { reactorGain } from '../balance/what-goes-in';

/** A change of more of the water than this is asked about: routines are a tenth to a fifth, resets a third. Chosen. */
const LARGE_SHARE = 0.6;
/** Chosen. */
const BEFORE_A_CYCLE_DAYS = 60;
const LONG_BEFORE_DAYS = 366;
/** One dose that lifts a level by more than keepers hold to in a day. Common practice; of calcium the wider figure. */
const ASKED_AT_ONCE: Record<DosedParameter, number> = {
  alkalinity: DOSED_FACTS.alkalinity.riseLimitPerDay,
  calcium: 50,
  magnesium: DOSED_FACTS.magnesium.riseLimitPerDay,
};
/** What is dosed a day by a pump or a reactor, beyond what any tank takes up. Chosen: four dKH a day, and calcium with it. */
const ASKED_A_DAY: Record<DosedParameter, number> = { alkalinity: 4 * DKH, calcium: 30, magnesium: 30 };

/** What to ask of an entry that its tank makes unlikely, before it is filed; it may be filed all the same. */
export function draftQuestion(snapshot: Snapshot, tank: Tank, draft: EntryDraft): string | undefined {
  const { units } = snapshot.settings;
  const early = beforeTheTank(snapshot, tank, draft.at);
  if (early !== undefined) return early;
  switch (draft.kind) {
    case 'refill':
      return reservoirQuestion(tank, Math.max(draft.volumeL, draft.leavesL ?? 0), units);
    case 'reservoir-level':
      return reservoirQuestion(tank, draft.litres, units);
    case 'water-change':
      return changeQuestion(tank, draft.volumeL, units);
    case 'dose':
      return doseQuestion(snapshot, tank, draft.solutionId, draft.volumeMl, 'once');
    case 'standing-dose':
      return doseQuestion(snapshot, tank, draft.solutionId, draft.mlPerDay, 'a day');
    case 'reactor':
      return reactorQuestion(tank, draft, units);
    default:
      return undefined;
  }
}

/** Before a tank was begun, or long before anything else that is logged of it, nothing was done there: a date has slipped. */
function beforeTheTank(snapshot: Snapshot, tank: Tank, at: number): string | undefined {
  const begun = tank.cycle?.startedAt;
  // Rock and water go in some days before a cycle is begun.
  if (begun !== undefined && at < begun - BEFORE_A_CYCLE_DAYS * DAY_MS)
    return `That is before ${tank.name} was begun: another date, or another tank?`;
  const first = entriesOfTank(snapshot, tank.id)[0]?.at;
  return first !== undefined && at < first - LONG_BEFORE_DAYS * DAY_MS
    ? `That is more than a year before anything else of ${tank.name}: another date?`
    : undefined;
}

function reservoirQuestion(tank: Tank, litres: number, units: UnitPreferences): string | undefined {
  if (litres <= mostAtOnceL(tank.reservoirL, netVolumeL(tank))) return undefined;
  const told = (amount: number) => showText(quantity('volume', amount), units);
  return tank.reservoirL > 0
    ? `${told(litres)} is more than the reservoir of ${tank.name} holds, ${told(tank.reservoirL)}: another unit, two refills, or a larger reservoir? As it is, it will be left out as an outlier.`
    : `${told(litres)} at once is more than a quarter of ${tank.name}: another unit? As it is, it will be left out as an outlier.`;
}

function changeQuestion(tank: Tank, litres: number, units: UnitPreferences): string | undefined {
  const volumeL = netVolumeL(tank);
  if (litres <= LARGE_SHARE * volumeL) return undefined;
  const told = (amount: number) => showText(quantity('volume', amount), units);
  return litres > volumeL
    ? `${told(litres)} is more than all the water of ${tank.name}, ${told(volumeL)}: another unit, or a point that slipped?`
    : `${told(litres)} is ${Math.round((litres / volumeL) * 100)} % of the water of ${tank.name}: another unit?`;
}

function doseQuestion(
  snapshot: Snapshot,
  tank: Tank,
  solutionId: string,
  ml: number,
  how: 'once' | 'a day',
): string | undefined {
  const solution = snapshot.solutions.find(({ id }) => id === solutionId);
  if (!solution) return undefined;
  const { units } = snapshot.settings;
  const strength = strengthOf(solution);
  for (const parameter of DOSED_PARAMETERS) {
    const { perMl, rateKind } = DOSED_FACTS[parameter];
    const rise = (ml * perMl(strength)) / netVolumeL(tank);
    const most = (how === 'once' ? ASKED_AT_ONCE : ASKED_A_DAY)[parameter];
    if (rise <= most) continue;
    const told = (amount: number) => showText(quantity(how === 'once' ? parameter : rateKind, amount), units);
    const dose = showText(quantity(how === 'once' ? 'dose' : 'doseRate', ml), units);
    return how === 'once'
      ? `${dose} of ${solution.name} lift ${parameter} in ${tank.name} by ${told(rise)}, and keepers hold to ${told(most)} a day: another unit, or a point that slipped?`
      : `${dose} of ${solution.name} add ${told(rise)} of ${parameter} to ${tank.name}, more than any tank consumes: another unit, or a point that slipped?`;
  }
  return undefined;
}

function reactorQuestion(
  tank: Tank,
  reactor: Pick<EntryOf<'reactor'>, 'mlPerMin' | 'effluentAlkalinity'>,
  units: UnitPreferences,
): string | undefined {
  const gain = reactorGain(reactor, aimFor(tank, 'alkalinity')) / netVolumeL(tank);
  if (gain <= ASKED_A_DAY.alkalinity) return undefined;
  return `That reactor supplies ${showText(quantity('alkalinityRate', gain), units)} to ${tank.name}, more than any tank consumes: another unit, or a point that slipped?`;
}
