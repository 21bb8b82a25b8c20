import type { RefusalDetail } from '@/chemistry/refusal';

/** Where an answer would stand: why there is none, in the field's own words. */
export function Refused({
  refusal,
  otherwise,
}: {
  readonly refusal?: RefusalDetail | undefined;
  readonly otherwise: string;
}) {
  if (!refusal) return <p className="max-w-3xl text-2xl text-soft">{otherwise}</p>;
  return (
    <div role="alert" className="max-w-3xl">
      <p className="text-2xl text-rust">
        {refusal.field} is taken from {refusal.allowed}; this is {String(refusal.value)}.
      </p>
      {refusal.hint && <p className="mt-1 text-rust">{refusal.hint}</p>}
    </div>
  );
}
