'use client';

import { Fragment } from 'react';
import type { Phrase } from '@/chemistry/calculator';
import { show, showText, type UnitPreferences } from '@/chemistry/units/quantity';
import { useUnits } from './workspace';

/** Punctuation hugs what stands before it, and what a bracket opens hugs the bracket. */
function gapBefore(phrases: readonly Phrase[], i: number): string {
  const phrase = phrases[i];
  const before = phrases[i - 1];
  if (before === undefined || (typeof before === 'string' && before.endsWith('('))) return '';
  return typeof phrase === 'string' && /^[.,;:)]/.test(phrase) ? '' : ' ';
}

/** A sentence as plain text, for copying and for titles. */
export function plainSentence(phrases: readonly Phrase[], units: UnitPreferences): string {
  return phrases
    .map((phrase, i) => gapBefore(phrases, i) + (typeof phrase === 'string' ? phrase : showText(phrase, units)))
    .join('');
}

/** A sentence with its figures set apart; `large` is for the answer of a bench. */
export function Sentence({
  phrases,
  large = false,
}: {
  readonly phrases: readonly Phrase[];
  readonly large?: boolean;
}) {
  const units = useUnits();
  return phrases.map((phrase, i) => {
    const gap = gapBefore(phrases, i);
    if (typeof phrase === 'string')
      return (
        <Fragment key={i}>
          {gap}
          {phrase}
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
