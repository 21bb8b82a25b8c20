'use client';

import { nanoid } from 'nanoid';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { quantity, showText } from '@/quantities/quantity';
import { useForgetDrafts, useKeptState, useStillSent } from '@/interface/storage/kept-draft';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { bottlesOf } from '@/derived/supplies/bottles';

/** What stands in each dosing bottle: looked at once, it is followed from then on. */
export const Bottles = inOwnScope(function Bottles() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommit();
  const form = 'bottles';
  const forget = useForgetDrafts(form);
  const [seen, setSeen] = useKeptState<Readonly<Record<string, number | null>>>(`${form} seen`, {});
  const stillSent = useStillSent(seen);
  const bottles = bottlesOf(snapshot, tank, now);
  if (bottles.length === 0) return null;
  const told = bottles.flatMap(({ solutionId }) => {
    const volumeMl = seen[solutionId];
    return volumeMl === null || volumeMl === undefined ? [] : [{ solutionId, volumeMl }];
  });
  const log = async () => {
    const kept = await commit({
      label: `Logged what is in ${told.length === 1 ? 'a bottle' : `${told.length} bottles`}`,
      put: {
        entries: told.map((each) => ({
          id: nanoid(),
          tankId: tank.id,
          at: now,
          kind: 'bottle-level' as const,
          ...each,
        })),
      },
    });
    if (!kept || !stillSent(seen)) return;
    setSeen({});
    forget();
  };
  return (
    <section aria-label="Dosing bottles" className="no-print mt-5">
      <h2 className="text-lg font-semibold">What is left in the bottles</h2>
      <div className="mt-1 grid grid-cols-2 gap-x-6 gap-y-3">
        {bottles.map(({ solutionId, name, leftMl, mlPerDay }) => (
          <QuantityField
            key={solutionId}
            narrow
            label={name}
            expected={TOP_OFF_AMOUNTS.bottle}
            value={seen[solutionId] ?? null}
            onChange={(ml) => setSeen((present) => ({ ...present, [solutionId]: ml }))}
            placeholder={leftMl === undefined ? '' : showText(quantity('dose', leftMl), units)}
            hint={
              leftMl === undefined
                ? `${showText(quantity('doseRate', mlPerDay), units)}; not looked at yet`
                : `lasts ${showText(quantity('days', leftMl / mlPerDay), units)} at ${showText(quantity('doseRate', mlPerDay), units)}`
            }
          />
        ))}
      </div>
      {told.length > 0 && (
        <Button className="mt-2" onClick={() => void log()}>
          Log what is left
        </Button>
      )}
    </section>
  );
});
