'use client';

import { useState } from 'react';
import { hereZone } from '../time/here-zone';
import { useSnapshotIfRead, useCommit, useNow, useWorkspace } from '../workspace/workspace';
import { Act, Banner } from './banner';

/** A device that moved: days begin elsewhere than where it stands, until its keeper says. */
export function ZoneBanner() {
  const snapshot = useSnapshotIfRead();
  const { name } = useWorkspace();
  const commit = useCommit();
  const here = hereZone();
  const now = useNow();
  const [stays, setStays] = useState(() => keptStay(name));
  if (!snapshot || name === 'demo' || snapshot.tanks.length === 0) return null;
  const { zone } = snapshot.settings;
  if (sameClock(zone, here, now) || stays === `${zone} ${here}`) return null;
  const stay = () => {
    setStays(`${zone} ${here}`);
    try {
      localStorage.setItem(stayKey(name), `${zone} ${here}`);
    } catch {
      // Then it is asked again at the next opening.
    }
  };
  const there = here.replaceAll('_', ' ');
  return (
    <Banner
      actions={
        <>
          <Act
            onClick={() =>
              void commit({ label: `Days begin in ${there}`, settings: (present) => ({ ...present, zone: here }) })
            }
          >
            Use {there}
          </Act>
          <Act onClick={stay}>Stay with {zone.replaceAll('_', ' ')}</Act>
        </>
      }
    >
      This device is in {there}; the record’s days begin in {zone.replaceAll('_', ' ')}. Where does the tank stand?
    </Banner>
  );
}

function stayKey(name: string): string {
  return `mild-tide:zone-stays:${name}`;
}
function keptStay(name: string): string | null {
  try {
    return localStorage.getItem(stayKey(name));
  } catch {
    return null;
  }
}

const DAY_MS = 86_400_000;

/** Whether two zones tell the same time now and half a year from now: then there is nothing to ask. */
function sameClock(a: string, b: string, now: number): boolean {
  if (a === b) return true;
  const told = (zone: string, at: number) =>
    new Intl.DateTimeFormat('en', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' }).format(at);
  return [now, now + 182 * DAY_MS].every((at) => told(a, at) === told(b, at));
}
