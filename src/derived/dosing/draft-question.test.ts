import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, EntryDraft, Tank } from '@/record/schema';
import { draftQuestion } from './draft-question';

const tank: Tank = { ...newTank('t'), name: 'Bay', displayL: 400, reservoirL: 40 };
const soda = { id: 'soda', name: 'Soda ash', parts: [{ reagent: 'sodium-carbonate' as const, gramsPerL: 80 }] };
const lime = { id: 'lime', name: 'Limewater', parts: [{ reagent: 'calcium-hydroxide' as const, gramsPerL: 1.6 }] };
const snapshot: Snapshot = { ...emptySnapshot('UTC'), tanks: [tank], solutions: [soda, lime] };
const ask = (draft: Record<string, unknown>) => draftQuestion(snapshot, tank, { at: 0, ...draft } as EntryDraft);

describe('a deed is checked against its tank', () => {
  it.each([
    // 4000 mL × 1.5096 meq/mL ÷ 400 L ÷ 0.35665 = 42.3 dKH (CIAAW 2021), where keepers hold to 1 a day (common practice).
    [
      { kind: 'dose', solutionId: 'soda', volumeMl: 4000 },
      /lift alkalinity in Bay by 42\.3\d dKH, and keepers hold to 1 dKH/,
    ],
    [{ kind: 'dose', solutionId: 'soda', volumeMl: 150 }, /by 1\.59 dKH/],
    [{ kind: 'standing-dose', solutionId: 'soda', mlPerDay: 400 }, /add 4\.233 dKH\/day of alkalinity/],
    [{ kind: 'water-change', volumeL: 1900 }, /1900 L is more than all the water of Bay, 400 L/],
    [{ kind: 'water-change', volumeL: 300 }, /is 75 % of the water/],
    [{ kind: 'refill', volumeL: 400 }, /more than the reservoir of Bay holds/],
    [{ kind: 'reactor', mlPerMin: 120, effluentAlkalinity: 28 * DKH }, /more than any tank consumes/],
  ])('%o is asked about', (draft, question) => {
    expect(ask(draft)).toMatch(question);
  });
  it.each([
    { kind: 'dose', solutionId: 'soda', volumeMl: 90 },
    { kind: 'standing-dose', solutionId: 'soda', mlPerDay: 60 },
    { kind: 'standing-dose', solutionId: 'lime', mlPerDay: 3200 },
    { kind: 'water-change', volumeL: 120 },
    { kind: 'refill', volumeL: 38 },
    { kind: 'reactor', mlPerMin: 12.6, effluentAlkalinity: 30 * DKH },
    { kind: 'note', note: 'all is well' },
  ])('%o is not', (draft) => {
    expect(ask(draft)).toBeUndefined();
  });
});
