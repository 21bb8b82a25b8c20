'use client';

import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import { BeforeAndAfter } from './before-and-after';
import { Trials } from './trials';

/** What a change of practice, or a thing that happened, did to the water; and changes that are tried on purpose. */
export function WhatChangedBench() {
  return <Bench>{usePart('what-changed') === 'trials' ? <Trials /> : <BeforeAndAfter />}</Bench>;
}
