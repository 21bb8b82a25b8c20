import { useCallback, useState, useSyncExternalStore } from 'react';

/** The width of an element as it is laid out, for drawings that are not scaled. */
export function useWidth(initial: number): readonly [(element: Element | null) => (() => void) | undefined, number] {
  const [width, setWidth] = useState(initial);
  const ref = useCallback((element: Element | null) => {
    if (!element) return undefined;
    const observer = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(120, Math.round(entry.contentRect.width))),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}

/** From this width on the benches stand beside the work and the jotted line in the header; below it they dock at the foot. */
const WIDE = '(min-width: 64rem)';

const onWidthChange = (tell: () => void) => {
  const query = matchMedia(WIDE);
  query.addEventListener('change', tell);
  return () => query.removeEventListener('change', tell);
};

/** Whether this is a table's screen rather than a hand's. */
export function useWide(): boolean {
  return useSyncExternalStore(
    onWidthChange,
    () => matchMedia(WIDE).matches,
    () => true,
  );
}
