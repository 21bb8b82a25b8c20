'use client';

import { useEffect, useState } from 'react';

/** Whether the browser has promised not to clear the record when space runs short. */
export function KeptSafe() {
  const [persisted, setPersisted] = useState<boolean>();
  useEffect(() => {
    let here = true;
    if ('storage' in navigator && 'persisted' in navigator.storage)
      void navigator.storage.persisted().then(
        (answer) => here && setPersisted(answer),
        () => undefined,
      );
    return () => {
      here = false;
    };
  }, []);
  if (persisted === undefined) return null;
  return persisted
    ? 'The browser has promised to keep it even when space runs short.'
    : 'The browser may clear it when space runs short: it has not promised to keep it.';
}
