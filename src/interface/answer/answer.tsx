'use client';

import { Collapsible } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import {
  CERTAINTY_MEANS,
  MOVES_MEAN,
  RETEST_MEANS,
  type Answer as AnswerText,
  type Caution,
  type Certainty,
  type HowSure,
  type Moves,
  type Step,
} from '@/calculators/calculator/calculator';
import { plainSentence } from '@/calculators/calculator/sentence';
import { showOther, showText } from '@/quantities/quantity';
import { Button } from '../controls/button';
import { notify } from '../notices/notices';
import { lazy } from '../lazy/lazy';
import { OnDemand } from '../controls/on-demand';
import { Sentence } from './phrases';
import { Dangers } from './cautions';
import { useRefusedHere } from '../workspace/refused-fields';
import { useTell, useUnits } from '../workspace/workspace';

/** What to do, how much, when and how sure; then what can be done about it on the spot. */
export function Answer({
  answer,
  cautions = [],
  actions,
  label = 'Answer',
  lesser = false,
}: {
  readonly answer: AnswerText;
  /** Of these the dangers stand between the answer and what acts on it; the rest comes after the picture (`Cautions`). */
  readonly cautions?: readonly Caution[];
  readonly actions?: ReactNode;
  readonly label?: string;
  readonly lesser?: boolean;
}) {
  const units = useUnits();
  const tell = useTell();
  const refused = useRefusedHere();
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(
        `${plainSentence(answer.says, units, tell)} ${plainSentence(answer.because, units, tell)}`.trim(),
      );
      notify({ text: 'Copied' });
    } catch {
      notify({ text: 'The browser did not allow copying.', error: true });
    }
  };
  return (
    <section aria-label={label} className="max-w-3xl">
      {refused !== undefined && (
        <p role="status" className="mb-1 font-semibold text-rust">
          “{refused}” is not accepted, so this answer does not hold: correct it first.
        </p>
      )}
      <p
        aria-live="polite"
        className={`text-pretty ${refused === undefined ? '' : 'opacity-60'} ${lesser ? 'text-lg' : 'text-2xl leading-snug lg:text-[1.7rem]'}`}
      >
        <Sentence phrases={answer.says} large />
      </p>
      <p className="mt-2 text-soft">
        <HowSureMarks of={answer} /> <Sentence phrases={answer.because} />
      </p>
      <Dangers cautions={cautions} />
      <fieldset disabled={refused !== undefined} className="no-print mt-3 flex flex-wrap gap-2">
        {actions}
        {answer.certainty !== 'not enough yet' && (
          <Button look="quiet" className={actions ? '' : '-ml-3.5'} onClick={() => void copy()}>
            Copy
          </Button>
        )}
      </fieldset>
    </section>
  );
}

/** Each word of certainty has its own line style, so it does not hang on hue. */
const MARK: Record<Certainty, { readonly dash: string; readonly tone: string }> = {
  'worked out': { dash: '', tone: 'text-glass' },
  likely: { dash: '14 2', tone: 'text-glass' },
  estimated: { dash: '9 3', tone: 'text-glass' },
  'within test error': { dash: '4 3', tone: 'text-dusk' },
  'not enough yet': { dash: '1 5', tone: 'text-soft' },
  rough: { dash: '6 2 1 2', tone: 'text-kelp' },
};

const MOVES_MARK: Record<Moves, { readonly arrow: string; readonly tone: string }> = {
  falling: { arrow: '↘', tone: 'text-kelp' },
  steady: { arrow: '→', tone: 'text-glass' },
  rising: { arrow: '↗', tone: 'text-kelp' },
};

/** How sure, how the level moves, and whether to test again: each a word that says what it means when it is pressed. */
export function HowSureMarks({ of: { certainty, moves, retest } }: { readonly of: HowSure }) {
  const { dash, tone } = MARK[certainty];
  return (
    <span className="mr-1 inline-flex flex-wrap items-center gap-x-3">
      <Word means={CERTAINTY_MEANS[certainty]} tone={tone}>
        <svg width="22" height="8" aria-hidden="true">
          <line x1="1" y1="4" x2="21" y2="4" stroke="currentColor" strokeWidth="3" strokeDasharray={dash} />
        </svg>
        {certainty}
      </Word>
      {moves && (
        <Word means={MOVES_MEAN[moves]} tone={MOVES_MARK[moves].tone}>
          <span aria-hidden="true">{MOVES_MARK[moves].arrow}</span>
          {moves}
        </Word>
      )}
      {retest && (
        <Word means={RETEST_MEANS} tone="text-rust">
          retest
        </Word>
      )}
    </span>
  );
}

const MEANING = lazy(() => import('../controls/meaning').then((of) => of.Meaning));

/** A word that says what it means when it is pressed. */
function Word({
  means,
  tone,
  children,
}: {
  readonly means: string;
  readonly tone: string;
  readonly children: ReactNode;
}) {
  return (
    <OnDemand
      opens={MEANING}
      means={means}
      trigger={
        <button
          type="button"
          className={`inline-flex min-h-6 items-center gap-1.5 rounded font-semibold underline decoration-dotted underline-offset-4 ${tone}`}
        >
          {children}
        </button>
      }
    />
  );
}

const ORIGIN_WORD: Record<Step['origin'], string> = {
  log: 'from the log',
  setting: 'setting',
  yours: 'your figure',
  equation: 'worked out',
  'common practice': 'common practice',
  assumed: 'assumed',
};

/** Each line a quantity and where it came from, one step away. */
export function Working({ steps, children }: { readonly steps: readonly Step[]; readonly children?: ReactNode }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen} className="mt-6">
      <Collapsible.Trigger className="inline-flex min-h-11 items-center gap-2 rounded font-semibold text-glass underline decoration-1 underline-offset-4 lg:min-h-9">
        {open ? 'Hide the working' : 'Show the working'}
      </Collapsible.Trigger>
      <Collapsible.Content>
        <table className="mt-2 w-full max-w-4xl border-collapse text-[0.95rem]">
          <caption className="sr-only">The working, line by line</caption>
          <thead className="sr-only">
            <tr>
              <th>Quantity</th>
              <th>Value</th>
              <th>Where it came from</th>
            </tr>
          </thead>
          <tbody>
            {steps.map((step, i) => (
              <tr key={i} className="border-t border-line align-baseline max-sm:grid max-sm:grid-cols-2 max-sm:py-1.5">
                <th scope="row" className="py-1.5 pr-4 text-left font-normal max-sm:py-0">
                  {step.label}
                </th>
                <td className="py-1.5 pr-4 text-right font-semibold whitespace-nowrap max-sm:py-0 max-sm:pr-0">
                  {showText(step.value, units)}
                  <Other of={step} />
                </td>
                <td className="py-1.5 text-soft max-sm:col-span-2 max-sm:py-0 max-sm:text-sm">
                  <span className="font-semibold">{ORIGIN_WORD[step.origin]}</span>: {step.from}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {children}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

function Other({ of: step }: { readonly of: Step }) {
  const other = showOther(step.value, useUnits());
  return other ? <span className="block text-sm font-normal text-soft">{other}</span> : null;
}
