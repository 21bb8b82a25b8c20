'use client';

import { useEffect } from 'react';

const CONTROLS = 'button, a[href], summary';
/** Moved further than this before it is let go, a press was taken back, px. Chosen: a finger's tremble. */
const SLOP_PX = 10;

/**
 * A press acts on the control it was begun on, even if that moves before it is let go. Leaving a field hands on what was typed, and the
 * answer that follows may push its own button from under the pointer: the browser then gives the click to what the two places share, or to
 * whatever lies there now.
 */
export function KeepPressTarget(): null {
  useEffect(() => {
    let begun: { readonly control: HTMLElement; readonly x: number; readonly y: number } | undefined;
    const onDown = (event: PointerEvent) => {
      const control = event.target instanceof Element ? event.target.closest<HTMLElement>(CONTROLS) : null;
      const plain = event.isPrimary && event.button === 0 && !event.ctrlKey && !event.metaKey && !event.shiftKey;
      begun = control && plain ? { control, x: event.clientX, y: event.clientY } : undefined;
    };
    const onCancel = () => {
      begun = undefined;
    };
    const onClick = (event: MouseEvent) => {
      const press = begun;
      begun = undefined;
      // A key's click, and one that a script gives, belong to no press.
      if (!press || !event.isTrusted || event.detail === 0) return;
      const { control, x, y } = press;
      if (!control.isConnected || (event.target instanceof Node && control.contains(event.target))) return;
      if (Math.hypot(event.clientX - x, event.clientY - y) > SLOP_PX) return;
      event.preventDefault();
      event.stopPropagation();
      control.click();
    };
    // Before any other listener: what the click would have met is not to hear of it.
    window.addEventListener('pointerdown', onDown, true);
    window.addEventListener('pointercancel', onCancel, true);
    window.addEventListener('click', onClick, true);
    return () => {
      window.removeEventListener('pointerdown', onDown, true);
      window.removeEventListener('pointercancel', onCancel, true);
      window.removeEventListener('click', onClick, true);
    };
  }, []);
  return null;
}
