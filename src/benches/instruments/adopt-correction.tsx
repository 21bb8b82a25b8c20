'use client';

import { useState } from 'react';
import { differenceKindOf } from '@/calculators/parameters/rates';
import { quantity, showText } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { SelectField } from '@/interface/controls/select-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import type { InstrumentFinding } from '@/derived/observations/instrument-check';
import { corrected, type CorrectedFrom } from '@/record/instrument-history';

/** The correction that its difference calls for, adopted from when the keeper says; what was read stays as it was read. */
export function AdoptCorrection({ finding }: { readonly finding: InstrumentFinding }) {
  const { snapshot } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const [from, setFrom] = useState<CorrectedFrom>('first reading');
  const { instrument, differences, outcome } = finding;
  const { correction = 0, factor } = outcome.values;
  if (outcome.values.correction === undefined && factor === undefined) return null;
  const told =
    factor === undefined
      ? `by ${showText(quantity(differenceKindOf(instrument.parameter), correction), snapshot.settings.units)}`
      : `to ${Number((factor * 100).toPrecision(3))}\u00a0% of what it reads`;
  const firstAt = Math.min(...differences.map(({ at }) => at));
  const adopt = () =>
    void commit({
      label: `Corrected ${instrument.name} ${told}`,
      put: { instruments: [corrected(instrument, correction, from === 'now' ? now : firstAt, factor)] },
    });
  return (
    <>
      <Button look="main" onClick={adopt}>
        Correct its readings {told}
      </Button>
      <div className="order-last basis-full">
        <SelectField
          label="The correction holds"
          value={from}
          options={[
            ['first reading', 'from the first of these readings'],
            ['now', 'from now on'],
          ]}
          onChange={setFrom}
        />
      </div>
    </>
  );
}
