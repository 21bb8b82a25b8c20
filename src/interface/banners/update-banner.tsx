'use client';

import { takeUpdate, useUpdate } from '../storage/offline';
import { Act, Banner } from './banner';

/** A newer version of the product is here: offered, and taken when its keeper says so. */
export function UpdateBanner() {
  const update = useUpdate();
  if (!update) return null;
  return (
    <Banner actions={<Act onClick={() => void takeUpdate()}>Load it now</Act>}>
      {update === 'waiting'
        ? 'A newer version of Mild Tide is ready. It waits until you load it; what is typed stands there again.'
        : 'Another tab has gone over to a newer version of Mild Tide. Load it here too when it suits; what is typed stands there again.'}
    </Banner>
  );
}
