'use client';

import {
  memo,
  startTransition,
  useCallback,
  useEffect,
  useRef,
  useState,
  type ComponentType,
  type ReactNode,
} from 'react';
import equal from 'fast-deep-equal';
import { LazyPart, lazy, type Lazy } from '../lazy/lazy';
import { PartNotLoaded } from '../controls/not-loaded';
import { FrozenTimeline, useTimeline, type TimelineView } from '../timeline/timeline-context';
import { whenIdle } from '../lazy/when-idle';
import { TankProvider, useTank, type TankInView } from '../workspace/workspace';

/** A picture follows once nothing was typed for this long: redrawn with each key, it would be in the way of the next. */
const SETTLED_MS = 140;
/** A picture this near the screen is drawn first; the others once the page has nothing to do. */
const NEAR = '400px 0px';

/** Everything a picture is drawn from. */
interface Scene<Props> {
  readonly props: Props;
  readonly inView: TankInView;
  readonly timeline: TimelineView;
}

/**
 * A picture that is fetched, worked out and drawn after the answer it belongs to: the sentence stands at once, and a key or an entry
 * changes it at once; the picture follows when it is quiet. Its place is kept meanwhile.
 * @param what draws it, out of its props, the tank in view and the tide line
 * @param height of the place that is kept, px, before it is drawn for the first time
 */
export function deferred<Props extends object>(
  what: ComponentType<Props> | Lazy<ComponentType<Props>>,
  height: number | ((props: Props) => number),
): ComponentType<Props> {
  const drawing: Lazy<ComponentType<Props>> = lazy(async () =>
    memoised(typeof what === 'function' ? what : await what.fetch()),
  );
  return function Later(props: Props) {
    const [place, near] = useNear();
    const scene = useSettled<Props>({ props, inView: useTank(), timeline: useTimeline() }, near);
    // On a phone its name and buttons take two lines.
    const room = (
      <div
        ref={place}
        className="max-sm:pb-8"
        style={{ minHeight: typeof height === 'function' ? height(props) : height }}
      />
    );
    if (!scene) return room;
    return (
      <Still {...scene}>
        <LazyPart
          what={drawing}
          props={scene.props}
          before={room}
          otherwise={(again) => <PartNotLoaded what="The picture" again={again} />}
        />
      </Still>
    );
  };
}

function memoised<Props extends object>(What: ComponentType<Props>): ComponentType<Props> {
  return memo(What) as unknown as ComponentType<Props>;
}

/** The record and the stretch of time as they were when the picture was last due. */
function Still({
  inView,
  timeline,
  children,
}: Pick<Scene<unknown>, 'inView' | 'timeline'> & { readonly children: ReactNode }): ReactNode {
  return (
    <TankProvider snapshot={inView.snapshot} tank={inView.tank}>
      <FrozenTimeline timeline={timeline}>{children}</FrozenTimeline>
    </TankProvider>
  );
}

/** The scene as it was when it last stood still; undefined until it is to be drawn for the first time. */
function useSettled<Props extends object>(scene: Scene<Props>, near: boolean): Scene<Props> | undefined {
  const [settled, setSettled] = useState<Scene<Props>>();
  useEffect(() => {
    if (settled === scene) return;
    const follow = () =>
      startTransition(() => setSettled((drawn) => (drawn && sameScene(drawn, scene) ? drawn : scene)));
    if (settled || near) {
      const timer = setTimeout(follow, settled ? SETTLED_MS : 0);
      return () => clearTimeout(timer);
    }
    return whenIdle(follow);
  });
  return settled;
}

function sameScene<Props extends object>(a: Scene<Props>, b: Scene<Props>): boolean {
  return (
    a.timeline === b.timeline &&
    a.inView.snapshot === b.inView.snapshot &&
    a.inView.tank === b.inView.tank &&
    // Worked out anew with each key, most of it comes out as it was.
    equal(a.props, b.props)
  );
}

/** Whether an element is on the screen or close to it. */
function useNear(): readonly [(element: Element | null) => void, boolean] {
  const [near, setNear] = useState(false);
  const observer = useRef<IntersectionObserver>(undefined);
  const watch = useCallback((element: Element | null) => {
    observer.current?.disconnect();
    if (!element) return;
    observer.current = new IntersectionObserver(
      (seen) => seen.some(({ isIntersecting }) => isIntersecting) && setNear(true),
      { rootMargin: NEAR },
    );
    observer.current.observe(element);
  }, []);
  return [watch, near];
}
