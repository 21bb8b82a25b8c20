'use client';

import { Button } from '../controls/button';
import { Fault } from './form';

interface Props {
  /** What is missing or cannot be, in words. */
  readonly fault: string | undefined;
  readonly save: string;
  readonly leave?: string;
  /** Given where the form can be left without saving. */
  readonly onLeave?: (() => void) | undefined;
}

/** The foot of a form: what is wrong, and the two ways out. */
export function FormEnd({ fault, save, leave = 'Cancel', onLeave }: Props) {
  return (
    <>
      <Fault>{fault}</Fault>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button type="submit" look="main">
          {save}
        </Button>
        {onLeave && <Button onClick={onLeave}>{leave}</Button>}
      </div>
    </>
  );
}
