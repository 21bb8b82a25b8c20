import { redirect } from 'next/navigation';
import { BenchScreen } from '@/benches/bench-screen';
import { leadsTo } from '@/registry/addresses';
import { BENCHES } from '@/registry/benches';

interface Asked {
  readonly params: Promise<{ workspace: string; tank: string; bench: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** A bench of a tank. What it was called before, and the name of a room, lead on. */
export default async function BenchPage({ params, searchParams }: Asked) {
  const { workspace, tank, bench: name } = await params;
  // Mixing once asked by `for` what every other bench asks by `as`.
  const { for: asBefore, ...asked } = await searchParams;
  const given = asked.as ?? asBefore;
  const place = leadsTo(name, typeof given === 'string' ? given : undefined);
  if (place) {
    const query = new URLSearchParams(
      Object.entries({ ...asked, as: place.as }).flatMap(([key, value]) =>
        typeof value === 'string' ? [[key, value]] : [],
      ),
    ).toString();
    redirect(`/${workspace}/${tank}/${place.bench}${query && `?${query}`}`);
  }
  const bench = BENCHES.find(({ path }) => path === name);
  // Within the hall, so that the rooms lead on from here.
  return bench ? <BenchScreen bench={bench.path} /> : <NoBench />;
}

function NoBench() {
  return (
    <>
      <h1 className="text-2xl">There is no bench at this address.</h1>
      <p className="mt-2 text-soft">Choose a room, or look for it with Find.</p>
    </>
  );
}
