import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { USUAL_SPAN, useTimeline } from './timeline-context';

/** The tide line by hand: keys move and zoom it, a drag pulls it along. @param width of the strip, px */
export function useTimelineGestures(width: number) {
  const timeline = useTimeline();
  const drag = useRef<number | undefined>(undefined);
  const span = timeline.stretch.toDays - timeline.stretch.fromDays;
  const release = () => {
    drag.current = undefined;
  };
  return {
    onKeyDown: (event: KeyboardEvent) => {
      const act: Record<string, () => void> = {
        ArrowLeft: () => timeline.move(-span / 8),
        ArrowRight: () => timeline.move(span / 8),
        PageUp: () => timeline.move(-span),
        PageDown: () => timeline.move(span),
        ArrowUp: () => timeline.zoom(0.75),
        ArrowDown: () => timeline.zoom(4 / 3),
        Home: () => timeline.show(USUAL_SPAN),
      };
      const chosen = act[event.key];
      if (!chosen) return;
      event.preventDefault();
      chosen();
    },
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      drag.current = event.clientX;
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      if (drag.current === undefined) return;
      const days = ((drag.current - event.clientX) / width) * span;
      drag.current = event.clientX;
      timeline.move(days);
    },
    onPointerUp: release,
    onPointerCancel: release,
  };
}
