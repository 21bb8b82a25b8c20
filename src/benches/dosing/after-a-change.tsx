'use client';

import { afterChange } from '@/calculators/dosing/after-change';
import { attempt } from '@/calculators/calculator/attempt';
import { Answer, Working } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { afterChangeQuestion } from '@/derived/outlook/after-change';

/** After a dose was changed: when to test, and then whether the tank did what was foretold. */
export function AfterAChange() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const { outcome } = attempt(() => {
    const question = afterChangeQuestion(snapshot, tank, now);
    return question && afterChange.run(question);
  });
  if (!outcome) return null;
  return (
    <section aria-label="Since the last change" className="mt-8 border-t border-line pt-4">
      <h2 className="text-lg font-semibold">Since the last change</h2>
      <div className="mt-2">
        <Answer lesser label="Since the last change" answer={outcome.answer} />
      </div>
      <Working steps={outcome.working} />
      <Cautions alone cautions={outcome.cautions} />
    </section>
  );
}
