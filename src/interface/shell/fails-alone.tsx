'use client';

import { Component, type ReactNode } from 'react';
import { Refusal } from '@/chemistry/refusal';
import { inWords } from '@/calculators/calculator/attempt';
import type { Snapshot } from '@/record/schema';
import { Button, ButtonLink } from '../controls/button';
import { ExportButton } from '../workspace/export-button';
import { draftsAside, putAsideDrafts } from '../storage/kept-draft';
import { Refused } from '../answer/refused';
import { useUndo } from '../workspace/use-undo';
import { useSnapshotIfRead, useTank, useWorkspace } from '../workspace/workspace';
import { benchAddress } from '@/registry/addresses';

interface Props {
  /** Said in place of what failed. */
  readonly otherwise: (error: Error, again: () => void) => ReactNode;
  /** Done once, when it fails. */
  readonly onFailed?: (error: unknown) => void;
  /** Whatever changes when it is worth trying again: the snapshot, the address. */
  readonly rests: readonly unknown[];
  readonly children: ReactNode;
}

/** A part of a page that fails alone: the rest of the page stands, and the part is tried again once what it rests on has changed. */
export class FailsAlone extends Component<Props, { readonly error: Error | undefined }> {
  override state = { error: undefined as Error | undefined };

  static getDerivedStateFromError(error: unknown) {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override componentDidCatch(error: unknown): void {
    this.props.onFailed?.(error);
  }

  override componentDidUpdate({ rests }: Props): void {
    if (this.state.error && rests.some((each, i) => each !== this.props.rests[i])) this.setState({ error: undefined });
  }

  override render(): ReactNode {
    const { error } = this.state;
    return error ? this.props.otherwise(error, () => this.setState({ error: undefined })) : this.props.children;
  }
}

/** A bench that the record refuses, or that fails: why, as an answer on that bench, and the ways out. */
export function BenchBoundary({
  address,
  part,
  children,
}: {
  readonly address: string;
  /** The part of the bench that is open: another is another try. */
  readonly part: string | null;
  readonly children: ReactNode;
}) {
  const { snapshot } = useTank();
  return (
    <FailsAlone
      rests={[snapshot, address, part]}
      // What was typed may be the cause, and must not come back with the next load. A refusal is no fault: what was typed stays.
      onFailed={(error) => {
        if (!(error instanceof Refusal)) putAsideDrafts(address);
      }}
      otherwise={(error, again) => <BenchFailed error={error} address={address} snapshot={snapshot} again={again} />}
    >
      {children}
    </FailsAlone>
  );
}

function BenchFailed({
  error,
  address,
  snapshot,
  again,
}: {
  readonly error: Error;
  readonly address: string;
  readonly snapshot: Snapshot;
  readonly again: () => void;
}) {
  const { name } = useWorkspace();
  const { tank } = useTank();
  const { undo } = useUndo();
  const refusal = error instanceof Refusal ? inWords(error) : undefined;
  return (
    <section aria-label="Answer" className="max-w-3xl">
      <h1 className="mb-2 text-sm font-semibold text-soft">This bench has no answer</h1>
      {refusal ? (
        <Refused refusal={refusal} otherwise="" />
      ) : (
        <p role="alert" className="text-2xl text-rust">
          This bench failed; the others stand, and nothing of the record is lost.
        </p>
      )}
      <p className="mt-3">
        {refusal
          ? 'The record makes it so: look for an entry or a figure of the tank that is a slip.'
          : 'What was typed here may be the cause, or an entry that no water could have.'}
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        <ButtonLink look="main" href={benchAddress(name, tank.id, 'log')}>
          Edit an entry
        </ButtonLink>
        <ButtonLink href={benchAddress(name, tank.id, 'tank')}>The tank’s figures</ButtonLink>
        <Button onClick={() => undo()}>Undo the last change</Button>
        <ExportButton snapshot={snapshot} />
        <Button
          onClick={() => {
            putAsideDrafts(address);
            again();
          }}
        >
          {refusal ? 'Put aside what was typed here' : 'Try again'}
        </Button>
      </div>
      <Aside address={address} />
      {!refusal && <p className="mt-4 text-sm text-soft">What the browser says of it: {error.message}</p>}
    </section>
  );
}

/** What was typed on the bench before it failed: not lost, and not in its way. */
function Aside({ address }: { readonly address: string }) {
  const aside = draftsAside(address);
  if (aside.length === 0) return null;
  return (
    <details className="mt-4">
      <summary className="cursor-pointer">What was typed here is put aside</summary>
      <ul className="mt-1 list-disc pl-5 text-sm">
        {aside.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
    </details>
  );
}

/** A part of the shell that fails alone, in a line. */
export function PartBoundary({ what, children }: { readonly what: string; readonly children: ReactNode }) {
  const snapshot = useSnapshotIfRead();
  return (
    <FailsAlone
      rests={[snapshot]}
      otherwise={(_, again) => (
        <p className="px-4 py-2 text-sm text-rust" role="alert">
          {what} failed on this record; all else stands.{' '}
          <button type="button" className="font-semibold underline underline-offset-4" onClick={again}>
            Try again
          </button>
        </p>
      )}
    >
      {children}
    </FailsAlone>
  );
}
