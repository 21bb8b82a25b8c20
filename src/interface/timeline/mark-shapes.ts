import type { EntryKind } from '@/record/kinds/list';

/** How a kind of entry is drawn: its shape in a 10 × 10 box, so that kinds are told apart without hue, and the word for it. */
export interface MarkShape {
  readonly path: string;
  readonly word: string;
}

/** Tests and looks have no mark: they are points of the charts. */
export const MARKS: { readonly [Kind in EntryKind]?: MarkShape } = {
  batch: { path: 'M1 3 H9 L7.5 9 H2.5 Z', word: 'batch' },
  'carbon-slip': { path: 'M1 5 H9 M3 2 L7 8 M7 2 L3 8', word: 'carbon source gone wrong' },
  'carbon-source': { path: 'M2 9 V4 H8 V9 Z M4 4 V1 H6 V4', word: 'carbon source' },
  correction: { path: 'M1 8 L5 3 L9 8', word: 'correction begun' },
  dose: { path: 'M5 9 L1 2 H9 Z', word: 'dose' },
  feeding: { path: 'M1 6 A4 3 0 0 0 9 6 Z M3 3.5 H3.01 M5 2 H5.01 M7 3.5 H7.01', word: 'feeding' },
  harvest: { path: 'M5 9 V5 M5 5 Q1 5 1 1 M5 5 Q9 5 9 1 M5 5 V1', word: 'algae harvested' },
  lever: { path: 'M5 1 V9 M2 3.5 H8 M2 6.5 H8', word: 'equipment set' },
  limewater: { path: 'M2 2 V9 H8 V2 M2 7 L8 7 M4 4 L6 5', word: 'limewater' },
  note: { path: 'M2 9 V1 L9 3.5 L2 6', word: 'note' },
  'part-fitted': { path: 'M2 1 H8 V9 H2 Z M2 3.5 H8 M2 6.5 H8', word: 'part fitted' },
  'pump-measured': { path: 'M2 2 V9 H8 V2 M2 6 H8', word: 'pump measured' },
  'put-in': { path: 'M5 1 A4 4 0 1 1 4.99 1 M5 3 V7 M3 5 H7', word: 'added' },
  'reactor-filled': { path: 'M2 9 V1 H8 V9 Z M2 5 H8 M3.5 7 H6.5', word: 'reactor filled' },
  reactor: { path: 'M2 9 V1 H8 V9 M4 4 H6 M4 6.5 H6', word: 'reactor set' },
  refill: { path: 'M5 1 L8.5 6 A3.6 3.6 0 1 1 1.5 6 Z', word: 'refill' },
  replaced: {
    path: 'M2 4 A3.4 3.4 0 0 1 8 3.4 M8 1 V3.6 H5.4 M8 6 A3.4 3.4 0 0 1 2 6.6 M2 9 V6.4 H4.6',
    word: 'replaced',
  },
  'ruled-out': { path: 'M5 1 A4 4 0 1 1 4.99 1 M2.2 2.2 L7.8 7.8', word: 'never again' },
  seen: { path: 'M1 5 Q5 0.5 9 5 Q5 9.5 1 5 M5 3.6 V6.4', word: 'seen' },
  skimmate: { path: 'M2 1 L3 9 H7 L8 1 M2.4 4 H7.6', word: 'skimmate' },
  'standing-dose': { path: 'M1 8 H4.5 V3 H9', word: 'dose set' },
  'taken-out': { path: 'M5 1 A4 4 0 1 1 4.99 1 M3 5 H7', word: 'lost or moved out' },
  trial: { path: 'M3 1 V4 L1 9 H9 L7 4 V1 M2 1 H8', word: 'trial' },
  upkeep: { path: 'M2 8 L6 4 M5 2 A2.4 2.4 0 1 1 8 5 Z', word: 'maintenance' },
  'water-change': { path: 'M1 2 H9 V8 H1 Z M1 5 H9', word: 'water change' },
  'effluent-test': { path: 'M3 1 V7 A2 2 0 0 0 7 7 V1 M2 1 H8', word: 'effluent test' },
  'source-test': { path: 'M5 1 V9 M1.5 5 H8.5 M3 3 H7', word: 'source read' },
};
