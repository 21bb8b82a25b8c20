'use client';

import { dangerOf } from '@/derived/today/danger';
import { benchAddress } from '@/registry/addresses';
import { Link } from '../address/link';
import { Sentence } from '../answer/phrases';
import { useNow, useTank, useWorkspace } from '../workspace/workspace';

/** Readings beyond what animals bear, of whichever tank: over every screen until a later test is not. */
export function DangerStrip() {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const now = useNow();
  const found = snapshot.tanks.flatMap((each) => {
    const { answer, values } = dangerOf(snapshot, each, now);
    return values.dangers.length > 0 ? [{ tank: each, answer }] : [];
  });
  if (found.length === 0) return null;
  return (
    <ul aria-label="Danger" className="no-print border-b border-line bg-rust-wash">
      {found.map(({ tank: each, answer }) => (
        <li key={each.id} className="flex flex-wrap items-baseline gap-x-3 px-3 py-1.5 text-rust lg:px-5">
          <span>
            <span aria-hidden="true">▲</span> <strong>Danger</strong>
            {each.id === tank.id ? '' : `, ${each.name}`}: <Sentence phrases={answer.says.slice(0, 2)} />.
          </span>
          <Link
            href={benchAddress(name, each.id, 'today')}
            className="inline-flex min-h-8 items-center font-semibold underline underline-offset-4"
          >
            What to do first
          </Link>
        </li>
      ))}
    </ul>
  );
}
