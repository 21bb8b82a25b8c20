'use client';

import { useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { USUAL_SPAN, useTimeline } from '@/interface/timeline/timeline-context';

/** By so much of the stretch in view an arrow moves it; and by so much a step draws it closer. */
const STEP = 0.2;
const CLOSER = 1 / 1.5;
/** A finger that goes up or down scrolls the page; one that goes sideways by so many pixels moves time. */
const SIDEWAYS_PX = 6;

/** A picture of time that is dragged sideways, and moved and zoomed by the arrow keys: the tide line and every chart move with it. */
export function PanAndZoom({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  const { stretch, move, zoom, show } = useTimeline();
  const days = stretch.toDays - stretch.fromDays;
  const dragged = useRef<{ readonly x: number; readonly moved: boolean }>(undefined);
  const keys: Readonly<Record<string, () => void>> = {
    ArrowLeft: () => move(-STEP * days),
    ArrowRight: () => move(STEP * days),
    ArrowUp: () => zoom(CLOSER),
    ArrowDown: () => zoom(1 / CLOSER),
    Home: () => show(USUAL_SPAN),
  };
  const onKey = (event: KeyboardEvent) => {
    const act = event.target === event.currentTarget ? keys[event.key] : undefined;
    if (!act) return;
    event.preventDefault();
    act();
  };
  const onMove = (event: PointerEvent<HTMLDivElement>) => {
    const from = dragged.current;
    if (!from) return;
    const by = event.clientX - from.x;
    if (!from.moved && Math.abs(by) < SIDEWAYS_PX) return;
    if (!from.moved) event.currentTarget.setPointerCapture(event.pointerId);
    dragged.current = { x: event.clientX, moved: true };
    move((-by / event.currentTarget.clientWidth) * days);
  };
  const end = () => {
    dragged.current = undefined;
  };
  return (
    <div
      role="group"
      tabIndex={0}
      aria-label={label}
      className="cursor-grab touch-pan-y rounded select-none active:cursor-grabbing"
      onKeyDown={onKey}
      onPointerDown={(event) => {
        // The buttons over the picture stay buttons.
        if (event.button === 0 && !(event.target instanceof Element && event.target.closest('button, a, table')))
          dragged.current = { x: event.clientX, moved: false };
      }}
      onPointerMove={onMove}
      onPointerUp={end}
      onPointerCancel={end}
      onWheel={(event) => event.ctrlKey && zoom(event.deltaY > 0 ? 1 / CLOSER : CLOSER)}
    >
      {children}
    </div>
  );
}
