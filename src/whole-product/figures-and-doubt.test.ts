import { describe, expect, it } from 'vitest';
import pinned from '../../scripts/pinned-moment.json';
import type { UnitPreferences } from '@/quantities/quantity';
import { demoSnapshot } from '@/demo/scenario';
import { everyAnswer } from './testing/every-answer';
import { smallHouse } from './testing/small-house';
import type { Snapshot } from '@/record/schema';
import { WHOLE } from '@/testing/tier';

/*
 * What every bench says, read as a keeper reads it: no figure has more digits than the range told beside it leaves standing, and none more than
 * four (a specific gravity has five).
 */

const now = Date.parse(pinned.at);
const US: UnitPreferences = { volume: 'US gal', temperature: '°F', alkalinity: 'dKH', salinity: 'sg' };
const LAB: UnitPreferences = { volume: 'L', temperature: '°C', alkalinity: 'ppm CaCO3', salinity: 'mS/cm' };
const MEQ: UnitPreferences = { volume: 'US gal', temperature: '°C', alkalinity: 'meq/L', salinity: 'ppt' };

const inUnits = (snapshot: Snapshot, units: UnitPreferences): Snapshot => ({
  ...snapshot,
  settings: { ...snapshot.settings, units },
});
/** The house again with every tank so many times as large. */
const scaled = (snapshot: Snapshot, by: number): Snapshot => ({
  ...snapshot,
  tanks: snapshot.tanks.map((tank) => ({
    ...tank,
    displayL: tank.displayL * by,
    ...(tank.sumpL !== undefined && { sumpL: tank.sumpL * by }),
  })),
});
const small = smallHouse(now);
const demo = demoSnapshot(now, pinned.zone);
const RECORDS: readonly (readonly [string, Snapshot])[] = [
  ['the demo', demo],
  ['the demo in gallons', inUnits(demo, US)],
  ['the demo in ppm', inUnits(demo, LAB)],
  ['the demo in meq', inUnits(demo, MEQ)],
  ...([0.4, 0.73, 1, 2.9, 11.3] as const).flatMap((by): [string, Snapshot][] => [
    [`a house ${by} times as large`, scaled(small, by)],
    [`a house ${by} times as large, in gallons`, inUnits(scaled(small, by), US)],
  ]),
];

const FIGURE =
  /(?<![\d.,:–−-])−?(\d+(?:\.\d+)?)(?:\s|\u00a0)(mL\/day|L\/day|US gal\/day|mL|L|US gal|dKH\/day|dKH|meq\/L\/day|meq\/L|ppm CaCO3\/day|ppm CaCO3|mg\/L\/day|mg\/L|ppt|sg|mS\/cm|%|lb|kg|g|°C|°F)(?![\p{L}/])/gu;
const RANGE =
  /(?:Within|within|between|\()\s?(−?[\d.]+)(?:–| to | and )(−?[\d.]+)(?:\s|\u00a0)([^\s,.;)]+(?:\sgal\/day|\sgal|\sCaCO3\/day|\sCaCO3)?)/gu;
const decimals = (text: string) => text.split('.')[1]?.length ?? 0;
const significant = (text: string) => text.replace('.', '').replace(/^0+/, '').length;
/** The last digit that half of a range leaves standing, as the product rounds by it: two thirds of it are more than its worth. */
const standing = (half: number) => Math.max(0, -Math.floor(Math.log10((half * 2) / 3)));

/** Every record in the whole suite; three that differ most in the quick one. */
const TRIED = WHOLE ? RECORDS : RECORDS.filter((_, i) => [1, 4, 13].includes(i));

describe.each(TRIED)('%s', (_, snapshot) => {
  const said = everyAnswer(snapshot, now, true);
  it('tells no figure finer than its own range', () => {
    const finer: string[] = [];
    let compared = 0;
    for (const [bench, text] of said) {
      const [range] = [...text.matchAll(RANGE)];
      if (!range) continue;
      const [low, high] = [range[1], range[2]].map((each) => Number((each ?? '').replace('−', '-'))) as [
        number,
        number,
      ];
      const unit = range[3];
      const main = [...text.slice(0, range.index).matchAll(FIGURE)].find(
        ([, figure, of]) => of === unit && Number(figure) >= low && Number(figure) <= high,
      );
      if (main) compared++;
      if (main && high > low && decimals(main[1] ?? '') > standing((high - low) / 2))
        finer.push(`${bench}: ${text.slice(0, 220)}`);
    }
    expect(finer).toEqual([]);
    expect(compared).toBeGreaterThan(3);
  });
  it('tells no figure of more than four digits', () => {
    const finer: string[] = [];
    for (const [bench, text] of said)
      for (const [all, figure = '', unit] of text.matchAll(FIGURE))
        if (figure.includes('.') && significant(figure) > (unit === 'sg' ? 5 : 4)) finer.push(`${bench}: ${all}`);
    expect(finer).toEqual([]);
  });
});
