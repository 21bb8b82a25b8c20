'use client';

import { held } from '@/calculators/dosing/held';
import { attempt } from '@/calculators/calculator/attempt';
import { Answer, Working } from '@/interface/answer/answer';
import { useLookedBack } from '@/interface/workspace/looked-back';

/** How well alkalinity was held over the last weeks, and what became of the advice: said plainly, whichever way it went. */
export function HeldLately() {
  const looked = useLookedBack();
  if (looked === undefined) return null;
  return (
    <section aria-label="How well it was held" className="mt-8 border-t border-line pt-4">
      <h2 className="text-lg font-semibold">How well was it held?</h2>
      <Told looked={looked} />
    </section>
  );
}

function Told({ looked }: { readonly looked: NonNullable<ReturnType<typeof useLookedBack>> }) {
  if (looked === 'asked') return <p className="mt-2 text-soft">Looking back over eight weeks of tests…</p>;
  if (looked === 'failed') return <p className="mt-2 text-soft">This browser could not work it out beside the page.</p>;
  const { outcome } = attempt(() => held.run(looked));
  if (!outcome) return null;
  return (
    <div className="mt-2">
      <Answer lesser label="How well it was held" answer={outcome.answer} />
      <Working steps={outcome.working} />
    </div>
  );
}
