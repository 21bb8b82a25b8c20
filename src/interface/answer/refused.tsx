import { refusalIn, refusedText } from '@/calculators/calculator/refusal-text';
import { useSnapshotIfRead } from '../workspace/workspace';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import type { RefusalDetail } from '@/calculators/calculator/attempt';

/** Where an answer would stand: why there is none, in the field's own words. */
export function Refused({
  refusal,
  otherwise,
  lesser = false,
}: {
  readonly refusal?: RefusalDetail | undefined;
  readonly otherwise: string;
  readonly lesser?: boolean;
}) {
  const size = lesser ? 'text-lg' : 'text-2xl';
  const units = useSnapshotIfRead()?.settings.units ?? DEFAULT_UNITS;
  if (!refusal) return <p className={`max-w-3xl ${size} text-soft`}>{otherwise}</p>;
  const told = refusalIn(refusal, units);
  return (
    <div role="alert" className="max-w-3xl">
      <p className={`${size} text-rust`}>{refusedText(told)}</p>
      {told.hint && <p className="mt-1 text-rust">{told.hint}</p>}
    </div>
  );
}
