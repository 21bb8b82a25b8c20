'use client';

/** When a screen fails: the record is untouched, and there is a way back and a way out with it. */
export default function Failed({ error, reset }: { readonly error: Error; readonly reset: () => void }) {
  return (
    <main className="mx-auto max-w-xl p-8" role="alert">
      <h1 className="text-2xl">This screen failed.</h1>
      <p className="mt-3">
        Nothing of the record is lost: it stands in the browser as it was. Try again, or{' '}
        {/* A whole page load, so that nothing of the failed screen is kept. */}
        <a href="/mine/record" className="text-glass underline underline-offset-4">
          export the record
        </a>{' '}
        first.
      </p>
      <p className="mt-3 text-sm text-soft">{error.message}</p>
      <button type="button" className="mt-4 min-h-11 rounded-md border border-edge px-4" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
