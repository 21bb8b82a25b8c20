'use client';

import { useSyncExternalStore } from 'react';
import type { Caution } from '@/calculators/calculator/calculator';
import { Button } from '../controls/button';
import { Sentence } from './phrases';
import { isAcknowledged, onAcknowledged, acknowledge, acknowledgedSoFar } from './acknowledged';

const LOOK = {
  danger: { mark: '▲', word: 'Danger', tone: 'text-rust' },
  caution: { mark: '◆', word: 'Caution', tone: 'text-kelp' },
  note: { mark: '●', word: 'Note', tone: 'text-soft' },
} as const;

/** What could hurt animals, keeper or floor by acting on the answer: between the answer and its buttons. */
export function Dangers({ cautions }: { readonly cautions: readonly Caution[] }) {
  const known = useUnderstood();
  const dangers = cautions.filter((caution) => caution.severity === 'danger' && !known(caution));
  if (dangers.length === 0) return null;
  return (
    <ul aria-label="Dangers" className="mt-3 space-y-1.5 border-l-4 border-rust bg-rust-wash px-3 py-2">
      {dangers.map((caution, i) => (
        <One key={i} caution={caution} />
      ))}
    </ul>
  );
}

/**
 * What would change the answer or could go wrong, after the picture; the graver first. The usual cautions of the trade, which would
 * stand on screen after screen, are folded once they are understood.
 */
export function Cautions({
  cautions,
  alone = false,
}: {
  readonly cautions: readonly Caution[];
  /** There is no answer above that shows the dangers. */
  readonly alone?: boolean;
}) {
  const known = useUnderstood();
  const here = cautions.filter((caution) => alone || caution.severity !== 'danger' || known(caution));
  const folded = here.filter(known);
  const open = (['danger', 'caution', 'note'] as const).flatMap((severity) =>
    here.filter((caution) => caution.severity === severity && !known(caution)),
  );
  if (here.length === 0) return null;
  return (
    <section aria-label="Cautions" className="mt-6 max-w-3xl">
      <ul className="space-y-2">
        {open.map((caution, i) => (
          <One key={i} caution={caution} />
        ))}
      </ul>
      {folded.length > 0 && (
        <details className="mt-2 text-soft">
          <summary className="inline-flex min-h-9 cursor-pointer items-center underline underline-offset-4">
            {folded.length === 1 ? 'A usual caution, understood' : `${folded.length} usual cautions, understood`}
          </summary>
          <ul className="mt-1 space-y-2">
            {folded.map((caution, i) => (
              <One key={i} caution={caution} />
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function One({ caution }: { readonly caution: Caution }) {
  const { mark, word, tone } = LOOK[caution.severity];
  const known = useUnderstood();
  return (
    <li className="flex gap-2.5 text-[0.95rem]">
      <span className={`w-20 shrink-0 font-semibold ${tone}`}>
        <span aria-hidden="true" className="text-xs">
          {mark}
        </span>{' '}
        {word}
      </span>
      <span>
        <Sentence phrases={caution.says} />
        {caution.usual && !known(caution) && (
          <Button look="quiet" className="no-print -my-1.5" onClick={() => acknowledge(caution)}>
            Understood
          </Button>
        )}
      </span>
    </li>
  );
}

function useUnderstood(): (caution: Caution) => boolean {
  const known = useSyncExternalStore(onAcknowledged, acknowledgedSoFar, acknowledgedSoFar);
  return (caution) => caution.usual === true && isAcknowledged(known, caution);
}
