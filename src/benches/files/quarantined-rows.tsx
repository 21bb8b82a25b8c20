'use client';

import { Button } from '@/interface/controls/button';
import { useCommit, useQuarantined } from '@/interface/workspace/workspace';

/** Rows on disk that cannot be read: what is wrong with each, as it lies there, and how to be rid of it. */
export function QuarantinedRows() {
  const quarantined = useQuarantined();
  const commit = useCommit();
  if (quarantined.length === 0) return null;
  return (
    <section aria-label="Rows set apart" className="mt-8 max-w-3xl">
      <h2 className="text-lg font-semibold">Rows that cannot be read</h2>
      <p className="mt-1 text-soft">
        They stand on disk as they are, nothing is worked out from them, and the exported file holds them in a place of
        their own.
      </p>
      <ul className="mt-2">
        {quarantined.map(({ table, id, fault, row }) => (
          <li key={`${table} ${id}`} className="border-t border-line py-2">
            <p>
              <span className="font-semibold">{table}</span>: {fault}
            </p>
            <details className="mt-1">
              <summary className="cursor-pointer text-sm text-soft">As it stands</summary>
              <pre className="mt-1 max-h-48 overflow-auto rounded border border-line bg-sheet p-2 text-sm whitespace-pre-wrap">
                {JSON.stringify(row, null, 1)}
              </pre>
            </details>
            {id !== '?' && (
              <Button
                look="quiet"
                aria-label={`Remove ${id} from ${table}`}
                onClick={() =>
                  void commit({ label: `Removed a row that could not be read`, remove: { [table]: [id] } })
                }
              >
                Remove it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
