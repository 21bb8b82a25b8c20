'use client';

import { ChevronDown, ChevronUp } from 'lucide-react';
import type { ReactNode } from 'react';
import { PARAMETERS, offered, type ParameterId } from '@/calculators/parameters/parameters';
import { observationsOf } from '@/derived/observations/observations';
import { useTank } from '../workspace/workspace';
import { USUAL_SPAN, useTimeline } from './timeline-context';

/** What is followed on the tide line, how far it looks, and whether it is folded. */
export function TimelineControls({ lastWords }: { readonly lastWords: string }) {
  const { snapshot, tank } = useTank();
  const timeline = useTimeline();
  const { followed, folded, stretch } = timeline;
  const quarter = (stretch.toDays - stretch.fromDays) / 4;
  return (
    <div className="flex flex-wrap items-center gap-x-2 px-3 text-sm lg:py-1 lg:pl-5">
      <label className="flex items-center gap-1.5">
        <span className="sr-only">Followed on the tide line</span>
        <select
          className="min-h-11 max-w-40 rounded bg-transparent font-semibold text-glass lg:min-h-7"
          value={followed}
          onChange={(event) => timeline.follow(event.target.value as ParameterId)}
        >
          {offered((id) => id === followed || observationsOf(snapshot, tank.id, id).length > 0).map((id) => (
            <option key={id} value={id}>
              {PARAMETERS[id].name}
            </option>
          ))}
        </select>
      </label>
      <span className="text-soft max-lg:hidden lg:order-2 lg:w-full">{lastWords}</span>
      {!folded && (
        <span className="ml-auto flex lg:order-3 lg:-ml-1.5">
          <TimelineButton label="Earlier" onClick={() => timeline.move(-quarter)}>
            ←
          </TimelineButton>
          <TimelineButton label="Nearer" onClick={() => timeline.zoom(0.6)}>
            +
          </TimelineButton>
          <TimelineButton label="Wider" onClick={() => timeline.zoom(1 / 0.6)}>
            −
          </TimelineButton>
          <TimelineButton label="Later" onClick={() => timeline.move(quarter)}>
            →
          </TimelineButton>
          <TimelineButton label="Back to now" onClick={() => timeline.show(USUAL_SPAN)}>
            now
          </TimelineButton>
        </span>
      )}
      {folded && <span className="ml-auto text-soft lg:hidden">{lastWords}</span>}
      <TimelineButton label={folded ? 'Unfold the tide line' : 'Fold the tide line'} onClick={timeline.fold}>
        {folded ? <ChevronDown size={16} aria-hidden="true" /> : <ChevronUp size={16} aria-hidden="true" />}
      </TimelineButton>
    </div>
  );
}

function TimelineButton({
  label,
  onClick,
  children,
}: {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className="inline-flex min-h-11 min-w-9 items-center justify-center rounded px-1.5 text-soft hover:text-ink lg:min-h-7 lg:min-w-7"
      onClick={onClick}
    >
      {children}
    </button>
  );
}
