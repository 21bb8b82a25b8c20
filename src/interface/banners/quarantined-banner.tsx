'use client';

import { Link } from '../address/link';
import { useQuarantined, useWorkspace } from '../workspace/workspace';
import { Banner } from './banner';

/** Rows on disk that cannot be read. */
export function QuarantinedBanner() {
  const quarantined = useQuarantined();
  const { name } = useWorkspace();
  if (quarantined.length === 0) return null;
  return (
    <Banner
      actions={
        <Link
          href={`/${name}/record`}
          className="inline-flex min-h-11 items-center px-2 font-semibold underline underline-offset-4"
        >
          Look at {quarantined.length === 1 ? 'it' : 'them'}
        </Link>
      }
    >
      {quarantined.length === 1 ? 'One row' : `${quarantined.length} rows`} of the record on disk cannot be read and{' '}
      {quarantined.length === 1 ? 'is' : 'are'} set apart; nothing is worked out from{' '}
      {quarantined.length === 1 ? 'it' : 'them'}.
    </Banner>
  );
}
