'use client';

import { Link } from '../address/link';
import { useSetApart, useWorkspace } from '../workspace/workspace';
import { Banner } from './banner';

/** Rows on disk that cannot be read. */
export function SetApartBanner() {
  const setApart = useSetApart();
  const { name } = useWorkspace();
  if (setApart.length === 0) return null;
  return (
    <Banner
      actions={
        <Link
          href={`/${name}/record`}
          className="inline-flex min-h-11 items-center px-2 font-semibold underline underline-offset-4"
        >
          Look at {setApart.length === 1 ? 'it' : 'them'}
        </Link>
      }
    >
      {setApart.length === 1 ? 'One row' : `${setApart.length} rows`} of the record on disk cannot be read and{' '}
      {setApart.length === 1 ? 'is' : 'are'} set apart; nothing is worked out from{' '}
      {setApart.length === 1 ? 'it' : 'them'}.
    </Banner>
  );
}
