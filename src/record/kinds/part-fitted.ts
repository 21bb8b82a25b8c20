import { id } from '../rows/fields';
import { STAGE_WORDS } from '../rows/water';
import { defineKind, OF_THE_HOUSE, type House } from './entry-kind';

/** A part of the RO/DI unit changed for a new one. */
export const partFitted = defineKind({
  kind: 'part-fitted',
  title: 'Part fitted',
  tankId: OF_THE_HOUSE,
  shape: { sourceId: id, stageId: id },
  describe: (row, house) => {
    const stage = stageOf(row, house);
    return `a new ${stage ? STAGE_WORDS[stage.kind] : 'part'}`;
  },
  figures: (row, house) => [['part fitted', stageOf(row, house)?.kind ?? row.stageId, '']],
});

function stageOf({ sourceId, stageId }: { sourceId: string; stageId: string }, { sources }: House) {
  return sources.find((source) => source.id === sourceId)?.stages.find((stage) => stage.id === stageId);
}
