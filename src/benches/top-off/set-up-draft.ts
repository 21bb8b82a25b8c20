import type { Cover, Moved, OpenPlace } from '@/chemistry/evaporation/surfaces';
import { SURFACE_PLACES } from '@/chemistry/evaporation/surfaces';
import type { SensorId } from '@/calculators/top-off/sensors';
import type { TopOffRow } from '@/record/schema';

type Place = (typeof SURFACE_PLACES)[number];
type Figure = number | null;

/** How a top-off stands while it is being told: every figure by itself, so that half a sump can be on the way to a whole one. */
export interface SetUpDraft {
  readonly areas: Readonly<Record<Place, Figure>>;
  readonly covers: Readonly<Record<Place, Cover>>;
  readonly moved: Moved;
  readonly airMPerS: Figure;
  readonly lengthCm: Figure;
  readonly widthCm: Figure;
  readonly heightCm: Figure;
  readonly levelCm: Figure;
  readonly standsCm: Figure;
  readonly reservoirHeightCm: Figure;
  readonly reservoirStandsCm: Figure;
  readonly outletCm: Figure;
  readonly siphonBroken: boolean;
  readonly pumpLPerH: Figure;
  readonly greatestLiftCm: Figure;
  readonly boreCm: Figure;
  readonly hoseCm: Figure;
  readonly first: SensorId | '';
  readonly second: SensorId | '';
  readonly cutOffCm: Figure;
  readonly runLimitDays: Figure;
  readonly runsBackL: Figure;
  readonly returnReserveL: Figure;
  readonly floorSalinity: Figure;
  readonly fromReservoir: readonly string[];
}

export function draftOf(row: TopOffRow | undefined): SetUpDraft {
  const place = (id: Place) => row?.places?.find((each) => each.place === id);
  const byPlace = <Value>(value: (found: OpenPlace | undefined) => Value) =>
    Object.fromEntries(SURFACE_PLACES.map((id) => [id, value(place(id))])) as Record<Place, Value>;
  return {
    areas: byPlace((found) => found?.areaM2 ?? null),
    covers: byPlace((found) => found?.cover ?? 'open'),
    moved: row?.moved ?? 'calm',
    airMPerS: row?.airMPerS ?? null,
    lengthCm: row?.rises?.lengthCm ?? null,
    widthCm: row?.rises?.widthCm ?? null,
    heightCm: row?.rises?.heightCm ?? null,
    levelCm: row?.rises?.levelCm ?? null,
    standsCm: row?.rises?.standsCm ?? null,
    reservoirHeightCm: row?.reservoir?.heightCm ?? null,
    reservoirStandsCm: row?.reservoir?.standsCm ?? null,
    outletCm: row?.outletCm ?? null,
    siphonBroken: row?.siphonBroken ?? false,
    pumpLPerH: row?.pump?.litresPerHour ?? null,
    greatestLiftCm: row?.pump?.greatestLiftCm ?? null,
    boreCm: row?.hose?.boreCm ?? null,
    hoseCm: row?.hose?.lengthCm ?? null,
    first: row?.sensors?.[0] ?? '',
    second: row?.sensors?.[1] ?? '',
    cutOffCm: row?.cutOffCm ?? null,
    runLimitDays: row?.runLimitDays ?? null,
    runsBackL: row?.runsBackL ?? null,
    returnReserveL: row?.returnReserveL ?? null,
    floorSalinity: row?.floorSalinity ?? null,
    fromReservoir: row?.fromReservoir ?? [],
  };
}

/** The row a draft makes: a vessel, pump or hose that is told by half is left out until it is whole. */
export function rowOf(draft: SetUpDraft, before: TopOffRow | undefined): TopOffRow {
  const places = SURFACE_PLACES.flatMap((place): OpenPlace[] => {
    const areaM2 = draft.areas[place];
    return areaM2 === null || areaM2 <= 0 ? [] : [{ place, areaM2, cover: draft.covers[place] }];
  });
  const sensors = [draft.first, draft.second].filter((each) => each !== '');
  return {
    ...(places.length > 0 && { places }),
    ...(draft.moved !== 'calm' && { moved: draft.moved }),
    ...one('airMPerS', draft.airMPerS),
    ...whole('rises', {
      lengthCm: draft.lengthCm,
      widthCm: draft.widthCm,
      heightCm: draft.heightCm,
      levelCm: draft.levelCm,
      standsCm: draft.standsCm,
    }),
    ...whole('reservoir', { heightCm: draft.reservoirHeightCm, standsCm: draft.reservoirStandsCm }),
    ...one('outletCm', draft.outletCm),
    ...(draft.siphonBroken && { siphonBroken: true }),
    ...whole('pump', { litresPerHour: draft.pumpLPerH, greatestLiftCm: draft.greatestLiftCm }),
    ...whole('hose', { boreCm: draft.boreCm, lengthCm: draft.hoseCm }),
    ...(sensors.length > 0 && { sensors }),
    ...one('cutOffCm', draft.cutOffCm),
    ...one('runLimitDays', draft.runLimitDays),
    ...one('runsBackL', draft.runsBackL),
    ...one('returnReserveL', draft.returnReserveL),
    ...one('floorSalinity', draft.floorSalinity),
    ...(draft.fromReservoir.length > 0 && { fromReservoir: [...draft.fromReservoir] }),
    ...(before?.everyDays && { everyDays: before.everyDays }),
    ...(before?.markedAt !== undefined && { markedAt: before.markedAt }),
  };
}

function one<Key extends string>(key: Key, value: Figure): Partial<Record<Key, number>> {
  return value === null ? {} : ({ [key]: value } as Record<Key, number>);
}

function whole<Key extends string, Part extends string>(
  key: Key,
  parts: Readonly<Record<Part, Figure>>,
): Partial<Record<Key, Record<Part, number>>> {
  if (Object.values(parts).includes(null)) return {};
  return { [key]: parts as Record<Part, number> } as Record<Key, Record<Part, number>>;
}
