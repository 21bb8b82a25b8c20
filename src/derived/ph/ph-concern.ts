import { given } from '@/calculators/calculator/given';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { phOff } from '@/calculators/ph/ph-off';
import { isLimewater } from '@/chemistry/limewater/is-limewater';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { strengthOf } from '../balance/known-events';
import type { AskConcern } from '../concern';
import { lastLevel, lastObservation } from '../observations/observations';
import { co2Seen } from '../outlook/co2-of-the-water';
import { runningAt, supplyTimeline } from '../supplies/supply-timeline';

/** An older reading says nothing of the air now. Chosen. */
const LATELY_DAYS = 7;

/** A pH outside its band, as it was read last: what is checked first, from the record. */
export const phConcern: AskConcern = (snapshot, tank, now) => {
  const last = lastObservation(snapshot, tank.id, 'ph');
  const [low, high] = PARAMETERS.ph.band;
  if (!last || now - last.at > LATELY_DAYS * DAY_MS || (last.value >= low && last.value <= high)) return undefined;
  const running = runningAt(snapshot, tank, now);
  const dosed = running.flatMap(({ entry }) =>
    entry.kind === 'standing-dose' && entry.mlPerDay > 0
      ? (snapshot.solutions.find(({ id }) => id === entry.solutionId) ?? [])
      : [],
  );
  const windows = supplyTimeline(snapshot, tank).findLast(({ source, from }) => source === 'windows' && from <= now);
  const room = lastObservation(snapshot, tank.id, 'roomCo2');
  const calibratedAt = last.instrument?.calibrations?.at(-1)?.at;
  const { answer } = phOff.run({
    ph: last.value,
    at: last.at,
    ...given({
      waterUatm: co2Seen(snapshot, tank)?.pco2Uatm,
      calibratedDaysAgo: calibratedAt && Math.max(0, (now - calibratedAt) / DAY_MS),
      roomUatm: room && now - room.at < LATELY_DAYS * DAY_MS ? room.value : undefined,
      alkalinity: lastLevel(snapshot, tank.id, 'alkalinity'),
    }),
    windowsShut: windows?.ended === true,
    reactorRuns: running.some(({ entry }) => entry.kind === 'reactor' && entry.mlPerMin > 0),
    limewaterRuns: dosed.some((solution) => isLimewater(strengthOf(solution))),
    carbonateRuns: dosed.some((solution) => {
      const { alkalinityMmolPerL } = strengthOf(solution);
      return alkalinityMmolPerL > 0 && !isLimewater(strengthOf(solution));
    }),
  });
  return { answer, facts: {} };
};
