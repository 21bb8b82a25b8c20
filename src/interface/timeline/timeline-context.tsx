'use client';

import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { useNow, useWorkspace } from '../workspace/workspace';

/** The stretch of time in view, in days from now; every chart of a tank shows the same. */
export interface TimeSpan {
  readonly fromDays: number;
  readonly toDays: number;
}

export interface TimelineView {
  readonly stretch: TimeSpan;
  /** The stretch in epoch ms. */
  readonly from: number;
  readonly to: number;
  readonly followed: ParameterId;
  readonly move: (days: number) => void;
  readonly zoom: (factor: number) => void;
  readonly show: (stretch: TimeSpan) => void;
  readonly follow: (parameter: ParameterId) => void;
  /** Only its last reading is shown, in a line. */
  readonly folded: boolean;
  /** Folds it, or unfolds it, for every tank. */
  readonly fold: () => void;
}

export const USUAL_SPAN: TimeSpan = { fromDays: -35, toDays: 9 };
const SHORTEST_DAYS = 3;
const LONGEST_DAYS = 1200;

const TimelineContext = createContext<TimelineView | undefined>(undefined);

interface Kept extends TimeSpan {
  readonly followed: ParameterId;
}

/** Where a tank's tide line was left is a matter of this browser, not of the record. */
export function TimelineProvider({
  tankId,
  follow: usual,
  children,
}: {
  readonly tankId: string;
  /** Followed until the keeper chooses. */ readonly follow: ParameterId;
  readonly children: ReactNode;
}) {
  const { name } = useWorkspace();
  const now = useNow();
  const key = `mild-tide:tide:${name}:${tankId}`;
  const [folded, setFolded] = useState(readFolded);
  const [kept, setKept] = useState<Kept>(() => readKept(key, usual));

  const change = useCallback(
    (next: (now: Kept) => Kept) => {
      setKept((present) => {
        const changed = next(present);
        try {
          localStorage.setItem(key, JSON.stringify(changed));
        } catch {
          // A full or forbidden storage only means the view is not memoised.
        }
        return changed;
      });
    },
    [key],
  );

  const timeline = useMemo(
    (): TimelineView => ({
      stretch: kept,
      from: now + kept.fromDays * DAY_MS,
      to: now + kept.toDays * DAY_MS,
      followed: kept.followed,
      move: (days) => change((k) => ({ ...k, fromDays: k.fromDays + days, toDays: k.toDays + days })),
      zoom: (factor) => change((k) => ({ ...k, ...zoomed(k, factor) })),
      show: (stretch) => change((k) => ({ ...k, ...stretch })),
      follow: (followed) => change((k) => ({ ...k, followed })),
      folded,
      fold: () => {
        setFolded(!folded);
        keepFolded(!folded);
      },
    }),
    [kept, now, change, folded],
  );

  return <TimelineContext value={timeline}>{children}</TimelineContext>;
}

/** The tide line as it was: for a picture that follows it a moment later. */
export function FrozenTimeline({
  timeline,
  children,
}: {
  readonly timeline: TimelineView;
  readonly children: ReactNode;
}) {
  return <TimelineContext value={timeline}>{children}</TimelineContext>;
}

export function useTimeline(): TimelineView {
  const timeline = useContext(TimelineContext);
  if (!timeline) throw new Error('outside the tide line');
  return timeline;
}

/** Zooms about now while now is in view, else about the middle. */
function zoomed({ fromDays, toDays }: TimeSpan, factor: number): TimeSpan {
  const pivot = fromDays < 0 && toDays > 0 ? 0 : (fromDays + toDays) / 2;
  const span = toDays - fromDays;
  const bounded = Math.min(LONGEST_DAYS, Math.max(SHORTEST_DAYS, span * factor)) / span;
  return { fromDays: pivot + (fromDays - pivot) * bounded, toDays: pivot + (toDays - pivot) * bounded };
}

const FOLDED = 'mild-tide:tide-folded';

function readFolded(): boolean {
  try {
    return localStorage.getItem(FOLDED) === 'yes';
  } catch {
    return false;
  }
}

function keepFolded(folded: boolean): void {
  try {
    localStorage.setItem(FOLDED, folded ? 'yes' : 'no');
  } catch {
    // Then it is unfolded again on the next visit.
  }
}

function readKept(key: string, followed: ParameterId): Kept {
  const usual: Kept = { ...USUAL_SPAN, followed };
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Partial<Kept> | null;
    const sound =
      kept &&
      Number.isFinite(kept.fromDays) &&
      Number.isFinite(kept.toDays) &&
      (kept.toDays ?? 0) - (kept.fromDays ?? 0) >= SHORTEST_DAYS;
    return sound && kept.followed && kept.followed in PARAMETERS ? { ...usual, ...kept } : usual;
  } catch {
    return usual;
  }
}
