import { defineCalculator } from '../calculator/calculator';
import { seasonChangeOf } from '../evaporation/season';
import { alternatives } from '../evaporation/alternatives';
import { estimateEvaporation, type EvaporationQuestion } from '@/chemistry/evaporation/evaporation-estimate';
import type { OpenPlace, Situation } from '@/chemistry/evaporation/surfaces';
import { Refusal } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { freshWaterIn, hoursUntil, toppedOffNoMore } from '@/chemistry/top-off/accident';
import { limewaterHeadRoom } from './head-room';
import { evaporationDoubts } from './evaporation-doubts';
import { daysLeft, leftAfter, refillsAhead, reservoirFor } from '@/chemistry/top-off/reservoir';
import { topOffInput, type TopOffInput } from './top-off-input';
import { topOffAnswer, topOffCautions, topOffWorking } from './top-off-answer';

/** Refills told ahead. */
const AHEAD = 4;

export const topOff = defineCalculator({
  name: 'top-off',
  asks: 'How much evaporates, and how long does the reservoir last?',
  input: topOffInput,
  example: {
    now: 1_771_600_000_000,
    netVolumeL: 378,
    salinity: 35,
    reservoirL: '20 L',
    refills: [
      { at: 1_770_900_000_000, litres: 17.5 },
      { at: 1_771_400_000_000, litres: 20 },
    ],
    surroundings: {
      places: [
        { place: 'display', areaM2: '120 × 60 cm', cover: 'open' },
        { place: 'sump', areaM2: '90 × 40 cm', cover: 'canopy' },
      ],
      waterC: 25.5,
      airC: '70 F',
      humidity: '50 %',
    },
  },
  run: (input) => {
    const { now, netVolumeL, salinity, reservoirL, spareL } = input;
    const situation = situationOf(input);
    const found = estimateEvaporation(questionOf(input, situation));
    const { evaporation, drawn, account } = found;
    const change = seasonChangeOf(found);
    const last = account.last;
    const stoodL = Math.min(reservoirL, last?.litres ?? reservoirL);
    const leftL = last === undefined ? stoodL : leftAfter(stoodL, drawn.litresPerDay, (now - last.at) / DAY_MS);
    const usedL = stoodL - leftL;
    const left = daysLeft(leftL, drawn);
    const tank = { netVolumeL, salinity, evaporationLPerDay: evaporation.litresPerDay, spareL };
    const worst = freshWaterIn(tank, reservoirL).end;
    const hoursToOnePpt =
      evaporation.litresPerDay > 0 ? hoursUntil(toppedOffNoMore(tank), Math.min(salinity + 1, 60)) : undefined;
    const values = {
      litresPerDay: evaporation.litresPerDay,
      low: evaporation.low,
      high: evaporation.high,
      drawnLPerDay: drawn.litresPerDay,
      drawnLow: drawn.low,
      drawnHigh: drawn.high,
      drippedLPerDay: found.drippedLPerDay,
      leftL,
      usedL,
      daysLeft: left?.days,
      daysLeftAtLeast: left?.soonest,
      refillsAhead: refillsAhead(now, leftL, reservoirL, drawn, AHEAD),
      neededL: reservoirFor(input.forDays, drawn),
      worstSalinity: worst.salinity,
      worstSpiltL: worst.spiltL,
      hoursToOnePpt,
      formulaLPerDay: found.formulaLPerDay,
      fromLog:
        (found.byRefills !== undefined || found.atLeastLPerDay !== undefined) && input.litresPerDay === undefined,
      limewaterUpToL: limewaterHeadRoom(evaporation.low, input.limewaterKeptBack),
      months: found.months.map(({ from, to, litresPerDay, sd }) => ({ from, to, litresPerDay, sd })),
      change: change && { more: change.more, since: change.since.from, because: change.because },
      alternatives: alternatives(situation, found.formulaLPerDay, evaporation),
      doubts: evaporationDoubts(input, found),
    };
    return {
      answer: topOffAnswer(input, found, values, change),
      working: topOffWorking(input, found, values),
      cautions: topOffCautions(input, found, values),
      values,
    };
  },
});
export type TopOffValues = ReturnType<typeof topOff.run>['values'];

function situationOf({ surroundings, salinity }: TopOffInput): Situation {
  const { places, openSurfaceM2, ...air } = surroundings;
  const open: readonly OpenPlace[] | undefined =
    places && places.length > 0
      ? places
      : openSurfaceM2 === undefined
        ? undefined
        : [{ place: 'display', areaM2: openSurfaceM2, cover: 'open' }];
  if (!open)
    throw new Refusal({
      field: 'open surface',
      value: 'nothing',
      allowed: 'one open surface, or each place with its area',
      hint: 'Length × width of the water, as in 120 × 60 cm, is enough.',
    });
  return { ...air, places: open, salinity };
}

function questionOf(input: TopOffInput, situation: Situation): EvaporationQuestion {
  const { pumpRuns, pumpGives, litresPerDay, ...rest } = input;
  return {
    ...rest,
    situation,
    pumpLPerH: pumpGives,
    pumpRuns: pumpRuns.map(({ at, ran, over }) => ({ at, minutes: ran * 24 * 60, days: over })),
    own: litresPerDay,
  };
}
