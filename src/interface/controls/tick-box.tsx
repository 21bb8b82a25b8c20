'use client';

import { useState } from 'react';

interface Props {
  /** Of its label. */
  readonly id: string;
  readonly done: boolean;
  /** Writes the turn; done once it is kept or refused. */
  readonly onTurn: (done: boolean) => Promise<unknown>;
}

/** A step's box. Shown as turned at once; the record follows in a moment, or turns it back. */
export function TickBox({ id, done, onTurn }: Props) {
  const [turning, setTurning] = useState<boolean>();
  const turn = async (next: boolean) => {
    setTurning(next);
    await onTurn(next);
    setTurning(undefined);
  };
  return (
    <input
      id={id}
      type="checkbox"
      className="my-3 size-5 shrink-0 accent-glass lg:my-1.5"
      checked={turning ?? done}
      onChange={({ target: { checked } }) => void turn(checked)}
    />
  );
}

/** A step that cannot be ticked yet: its box as it stands on paper. */
export function PaperBox() {
  return <span aria-hidden="true" className="my-3.5 size-4 shrink-0 rounded-sm border border-edge lg:my-2" />;
}
