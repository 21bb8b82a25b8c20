import { useEffect, useState } from 'react';
import { lookBack } from '@/workers/look-back';
import { useNow, useTank } from './workspace';

/** How the tank was held lately: what it is told by, that it is being worked out, or that it can not be. */
export type LookedBack = Awaited<ReturnType<typeof lookBack>['told']> | 'asked' | 'failed';

/** Asked anew whenever the record changed; what was asked before is stopped. */
export function useLookedBack(): LookedBack {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [told, setTold] = useState<{ readonly of: unknown; readonly is: LookedBack }>();
  // An hour changes nothing of the last weeks.
  const hour = Math.floor(now / 3_600_000) * 3_600_000;
  useEffect(() => {
    const { told: telling, stop } = lookBack(snapshot, tank.id, Math.max(hour, snapshot.entries.at(-1)?.at ?? 0));
    const tell = (is: LookedBack) => setTold({ of: snapshot, is });
    telling.then(tell, () => tell('failed'));
    return stop;
  }, [snapshot, tank.id, hour]);
  return told?.of === snapshot ? told.is : 'asked';
}
