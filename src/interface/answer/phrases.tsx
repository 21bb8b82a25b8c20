'use client';

import { Fragment } from 'react';
import { finenessOf, type Phrase } from '@/calculators/calculator/calculator';
import { gapBefore } from '@/calculators/calculator/sentence';
import { show } from '@/quantities/quantity';
import { useTell, useUnits } from '../workspace/workspace';

/** A sentence with its figures set apart; `large` is for the answer of a bench. */
export function Sentence({
  phrases,
  large = false,
}: {
  readonly phrases: readonly Phrase[];
  readonly large?: boolean;
}) {
  const units = useUnits();
  const tell = useTell();
  return phrases.map((phrase, i) => {
    const gap = gapBefore(phrases, i);
    if (typeof phrase === 'string')
      return (
        <Fragment key={i}>
          {gap}
          {phrase}
        </Fragment>
      );
    if ('moment' in phrase)
      return (
        <Fragment key={i}>
          {gap}
          <strong className={`whitespace-nowrap ${large ? 'text-glass' : 'font-semibold'}`}>
            {tell(phrase.moment, finenessOf(phrase))}
          </strong>
        </Fragment>
      );
    const { figure, unit } = show(phrase, units);
    return (
      <Fragment key={i}>
        {gap}
        <span className={`whitespace-nowrap ${large ? 'text-glass' : ''}`}>
          <strong className={large ? 'text-[1.5em] leading-none font-bold tracking-tight' : 'font-semibold'}>
            {figure}
          </strong>
          {unit && (
            <span className={large ? 'text-[0.85em]' : ''}>
              {'\u00a0'}
              {unit}
            </span>
          )}
        </span>
      </Fragment>
    );
  });
}
