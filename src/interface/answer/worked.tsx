import type { ReactNode } from 'react';
import type { Caution, Outcome } from '@/calculators/calculator/calculator';
import type { Attempt } from '@/calculators/calculator/attempt';
import { Answer, Working } from './answer';
import { Cautions } from './cautions';
import { Refused } from './refused';

interface Props {
  /** What was worked out or refused; undefined while something is missing. */
  readonly result: Attempt<Outcome<unknown>> | undefined;
  /** What is asked for then. */
  readonly otherwise: string;
  /** The way to where that is given, when it is another bench. */
  readonly next?: ReactNode;
  readonly actions?: ReactNode;
  /** The picture and the figures that move it. */
  readonly children: ReactNode;
  /** Cautions of the bench's own, besides the calculator's. */
  readonly cautions?: readonly Caution[];
}

/** A calculator on a bench: the answer, or why there is none; then picture and figures, the working and the cautions. */
export function Worked({ result, otherwise, next, actions, children, cautions = [] }: Props) {
  const outcome = result?.outcome;
  return (
    <>
      {outcome ? (
        <Answer answer={outcome.answer} cautions={[...outcome.cautions, ...cautions]} actions={actions} />
      ) : (
        <>
          <Refused refusal={result?.refusal} otherwise={otherwise} />
          {!result?.refusal && next}
        </>
      )}
      {children}
      {outcome && <Cautions cautions={[...outcome.cautions, ...cautions]} />}
      {outcome && <Working steps={outcome.working} />}
    </>
  );
}
