'use client';

import { Button, ButtonLink } from './button';

/** In the place of a bench whose code could not be fetched: the server is away or was built anew, or the browser keeps nothing. */
export function BenchNotFetched({ again, home }: { readonly again: () => void; readonly home: string }) {
  return (
    <section aria-label="Answer" className="max-w-3xl" role="alert">
      <h1 className="mb-2 text-sm font-semibold text-soft">This bench is not here yet</h1>
      <p className="text-2xl">This bench could not be fetched. The record is untouched, and what was typed is kept.</p>
      <p className="mt-3">
        The server may be away, or may have been started anew with another version since this page was opened.
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        <Button look="main" onClick={again}>
          Try again
        </Button>
        <Button onClick={() => window.location.reload()}>Load the page anew</Button>
        <ButtonLink href={home}>Back to To do</ButtonLink>
      </div>
    </section>
  );
}

/** In the place of a part of a screen. */
export function PartNotLoaded({ what, again }: { readonly what: string; readonly again: () => void }) {
  return (
    <p role="alert" className="py-2 text-sm text-rust">
      {what} could not be fetched.{' '}
      <button type="button" className="font-semibold underline underline-offset-4" onClick={again}>
        Try again
      </button>
    </p>
  );
}
