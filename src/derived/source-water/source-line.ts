import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { attempt } from '@/calculators/calculator/attempt';
import { carbonLife, type CarbonLife, type Disinfectant } from '@/chemistry/source-water/carbon-block';
import { disinfectant } from '@/calculators/source-water/disinfectant';
import type * as z from 'zod';
import type { roDiWater } from '@/calculators/source-water/ro-di-water';
import { entriesOfKind } from '@/record/entries-of';
import type { Snapshot, EntryOf, Source, StageKind } from '@/record/schema';

type SourceTest = EntryOf<'source-test'>;
type Figure = Exclude<keyof SourceTest, 'id' | 'tankId' | 'at' | 'kind' | 'note' | 'jotted' | 'sourceId'>;

/** How long each kind of part is kept at the longest, whatever it reads and however little passed it. Common practice. */
const STAGE_LIFE_DAYS: Record<StageKind, number | undefined> = {
  sediment: 180,
  carbon: 180,
  membrane: 730,
  resin: undefined,
};

/** The rating most membranes carry is told at 50 psi. From memory. */
export const USUAL_RATED_KPA = 345;

export interface StageState {
  readonly stage: Source['stages'][number];
  readonly fittedAt: number | undefined;
  /** Litres of RO/DI water made since, as far as batches and refills tell. */
  readonly litresMade: number;
  /** When its days are over; undefined where it goes by what it reads. */
  readonly dueAt: number | undefined;
  /** Of a carbon block: litres of supply that passed it, and how many it is good for with this supply. */
  readonly carbon: { readonly passedL: number; readonly life: CarbonLife | undefined } | undefined;
}

/** A filter line as it stands: the last figure read of each thing, and its parts. */
export interface SourceState {
  readonly source: Source;
  readonly read: Readonly<Partial<Record<Figure, { readonly value: number; readonly at: number }>>>;
  readonly stages: readonly StageState[];
  /** What the supply is treated with, as both strips tell it. */
  readonly supply: Disinfectant;
}

/** Litres of RO/DI water that batches and refills of all tanks took since a moment. */
export function purifiedSince(snapshot: Snapshot, from: number, to: number): number {
  return [entriesOfKind(snapshot, 'batch'), entriesOfKind(snapshot, 'refill')]
    .flat()
    .reduce((sum, { at, volumeL }) => (at > from && at <= to ? sum + volumeL : sum), 0);
}

export function sourceState(snapshot: Snapshot, source: Source, now: number): SourceState {
  const tests = entriesOfKind(snapshot, 'source-test').filter(
    ({ sourceId, at }) => sourceId === source.id && at <= now,
  );
  const read: Partial<Record<Figure, { value: number; at: number }>> = {};
  for (const test of tests)
    for (const [key, value] of Object.entries(test))
      if (typeof value === 'number' && key !== 'at') read[key as Figure] = { value, at: test.at };
  const supply = disinfectantOf(read);
  return {
    source,
    read,
    supply,
    stages: source.stages.map((stage) => {
      const fittedAt = entriesOfKind(snapshot, 'part-fitted').findLast(
        (entry) => entry.sourceId === source.id && entry.stageId === stage.id && entry.at <= now,
      )?.at;
      const litresMade = purifiedSince(snapshot, fittedAt ?? 0, now);
      const lasts = stage.everyDays ?? STAGE_LIFE_DAYS[stage.kind];
      return {
        stage,
        fittedAt,
        litresMade,
        dueAt: fittedAt === undefined || lasts === undefined ? undefined : fittedAt + lasts * DAY_MS,
        carbon:
          stage.kind === 'carbon'
            ? // The waste has passed it too.
              { passedL: litresMade * (1 + source.wasteRatio), life: carbonLife(stage, supply) }
            : undefined,
      };
    }),
  };
}

/** What both strips tell of the supply; unknown until they were read. */
function disinfectantOf({ totalChlorine, freeChlorine }: SourceState['read']): Disinfectant {
  if (!totalChlorine || !freeChlorine) return 'unknown';
  const strips = { totalChlorine: totalChlorine.value, freeChlorine: freeChlorine.value };
  return attempt(() => disinfectant.run(strips)).outcome?.values.kind ?? 'unknown';
}

/** The strips' question, with the first carbon block and what has passed it; undefined until both strips were read. */
export function disinfectantQuestion({ read, stages }: SourceState): z.input<typeof disinfectant.input> | undefined {
  const { totalChlorine, freeChlorine, afterCarbon } = read;
  if (!totalChlorine || !freeChlorine) return undefined;
  const block = stages.find(({ carbon }) => carbon !== undefined);
  return {
    totalChlorine: totalChlorine.value,
    freeChlorine: freeChlorine.value,
    ...(afterCarbon && { afterCarbon: afterCarbon.value }),
    ...(block?.carbon && {
      carbon: {
        passedL: Math.min(1e6, block.carbon.passedL),
        forChloramine: block.stage.forChloramine ?? false,
        ...(block.stage.ratedL !== undefined && { ratedL: block.stage.ratedL }),
      },
    }),
  };
}

/** What the line makes: by the last jug and clock where one was taken, else by the membrane's rating. */
export function rateOfSource({ source, read }: SourceState): z.input<typeof roDiWater.input>['rate'] {
  return read.litresPerDay
    ? {
        by: 'measured',
        litresPerDay: read.litresPerDay.value,
        pressureKPa: read.pressureKPa?.value ?? source.pressureKPa,
        temperatureC: read.temperatureC?.value ?? source.temperatureC,
      }
    : { by: 'rating', litresPerDay: source.ratedLPerDay, pressureKPa: source.ratedKPa };
}

/** The question "how long for so many litres?" of this line as its supply runs. */
export function waterQuestion(
  state: SourceState,
  litres: number,
  when: { readonly now?: number; readonly readyBy?: number },
): z.input<typeof roDiWater.input> {
  const { source, read } = state;
  return {
    litres,
    rate: rateOfSource(state),
    temperatureC: read.temperatureC?.value ?? source.temperatureC,
    pressureKPa: read.pressureKPa?.value ?? source.pressureKPa,
    ...(read.tdsSupply && { tdsMgPerL: read.tdsSupply.value }),
    wasteRatio: source.wasteRatio,
    flushMinutes: source.flushMinutes,
    ...when,
  };
}

/** Whether the supply was read to carry chloramine that the line lets by: spent carbon, or one block where it takes two. */
export function chloraminePasses(snapshot: Snapshot, now: number): boolean {
  return snapshot.sources.some((source) => {
    const { read } = sourceState(snapshot, source, now);
    if (!read.totalChlorine || !read.freeChlorine) return false;
    const strips = {
      totalChlorine: read.totalChlorine.value,
      freeChlorine: read.freeChlorine.value,
      ...(read.afterCarbon && { afterCarbon: read.afterCarbon.value }),
    };
    const values = attempt(() => disinfectant.run(strips)).outcome?.values;
    if (values?.kind !== 'chloramine') return false;
    const blocks = source.stages.filter(({ kind }) => kind === 'carbon').length;
    return read.afterCarbon ? values.carbonSpent : blocks < CARBON_FOR_CHLORAMINE;
  });
}

/** One made for it and one behind it. Common practice. */
const CARBON_FOR_CHLORAMINE = 2;
