import { LIVESTOCK, type LivestockClass } from '@/calculators/parameters/livestock';

/** The two schools of salt, each in its own words; the product keeps to neither. */
export function Schools({ livestock }: { readonly livestock: LivestockClass | undefined }) {
  return (
    <section aria-label="Two schools" className="mt-8 max-w-4xl">
      <h2 className="text-lg font-semibold">Two schools</h2>
      <div className="mt-1 grid gap-x-10 gap-y-3 sm:grid-cols-2">
        <p>
          <strong>Near-natural.</strong> A salt close to the sea’s own figures, for keepers who dose steadily: a change
          then moves nothing, so its size and day hardly matter. On its own it replaces little of what corals take.
        </p>
        <p>
          <strong>Elevated.</strong> A salt richer in alkalinity and calcium, for keepers who let changes do the
          replacing. Each change is a step upwards, and a late one a dip. With dosing besides, the level can climb past
          the band.
        </p>
      </div>
      {livestock && (
        <p className="mt-2">
          <strong>{LIVESTOCK[livestock].words}</strong>, which is what lives here: {LIVESTOCK[livestock].salt}
        </p>
      )}
      <p className="mt-2 text-sm text-soft">
        Told apart here by alkalinity at 35 ppt: below 8.5 dKH near-natural, from 9.5 elevated. The edges are chosen;
        the sea itself is at 6.6.
      </p>
    </section>
  );
}
