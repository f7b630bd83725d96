import { useGesture } from '@use-gesture/react';
import type { RefObject } from 'react';
import { startTransition, useEffect, useLayoutEffect, useRef } from 'react';
import type { Size, SketchView } from './view';
import { laid, movedView } from './view';

export interface SketchHand {
  readonly view: SketchView;
  readonly size: Size;
  /** The zoom that the picture under the fingers was drawn for. */
  readonly drawnZoom: number;
  onView(view: SketchView): void;
  onTap(at: Touched): void;
  /** Takes hold of what lies under a finger. @returns whether there is something that can be dragged */
  onGrab(at: Touched): boolean;
  onDrag(at: Touched): void;
  onDrop(at: Touched): void;
  onLetGo(): void;
}

/** A point of the frame, px, and the view that was seen in it. */
export interface Touched {
  readonly x: number;
  readonly y: number;
  readonly view: SketchView;
}

export interface Gestures {
  /** The view that is seen, which may not be drawn yet. */
  seen(): SketchView;
  /** Leaves what was moved and not yet drawn. */
  forget(): void;
}

/** How far a finger may tremble and still have tapped, px. */
const STILL = 7;
/** How long a wheel is still before it has come to rest, ms. */
const WHEEL_REST = 120;

/** Where a pinch was last. */
interface Pinch {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

/** A wheel with Ctrl zooms as a wheel without. */
const OPTIONS = {
  eventOptions: { passive: false },
  drag: { filterTaps: true, tapsThreshold: STILL, threshold: STILL, pointer: { keys: false } },
  pinch: { pinchOnWheel: false },
} as const;

/**
 * Fingers, mouse and wheel on the sketch. While they move only the picture is moved, as one piece, by the browser. So
 * a frame costs the same, however much is on the sketch.
 */
export function useSketchGestures(
  surface: RefObject<HTMLElement | null>,
  picture: RefObject<HTMLElement | null>,
  hand: SketchHand,
): Gestures {
  const current = useRef(hand);
  /** What is seen, from the first movement until it is drawn. */
  const moved = useRef<SketchView | null>(null);
  const moving = useRef(false);
  const wheel = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const seen = (): SketchView => moved.current ?? current.current.view;
  useLayoutEffect(() => {
    current.current = hand;
  });
  useLayoutEffect(() => {
    // A movement that was begun meanwhile goes on from where it is.
    if (moving.current && moved.current) lay(picture.current, moved.current, current.current);
    else moved.current = null;
  }, [picture, hand.view, hand.drawnZoom]);
  useEffect(() => () => clearTimeout(wheel.current), []);

  const within = ([x, y]: readonly [number, number]): Touched => {
    const box = surface.current?.getBoundingClientRect();
    return { x: x - (box?.left ?? 0), y: y - (box?.top ?? 0), view: seen() };
  };
  const move = (gesture: { dx?: number; dy?: number; scale?: number; x?: number; y?: number }): void => {
    moving.current = true;
    moved.current = movedView(seen(), current.current.size, { dx: 0, dy: 0, scale: 1, x: 0, y: 0, ...gesture });
    lay(picture.current, moved.current, current.current);
  };
  const rest = (): void => {
    const view = moved.current;
    moving.current = false;
    // The picture lies right already: what is drawn for it may wait for whatever is more pressing.
    if (view) startTransition(() => current.current.onView(view));
  };

  useGesture(
    {
      onDrag: ({ first, last, tap, canceled, pinching, cancel, initial, xy, delta: [dx, dy], memo }) => {
        if (pinching) {
          cancel();
          return 'pan';
        }
        const at = within(xy);
        const held = first ? (current.current.onGrab(within(initial)) ? 'node' : 'pan') : (memo as string);
        if (tap) current.current.onTap(at);
        else if (held === 'node') {
          if (!last) current.current.onDrag(at);
          else if (canceled) current.current.onLetGo();
          else current.current.onDrop(at);
        } else {
          if (dx !== 0 || dy !== 0) move({ dx, dy });
          if (last) rest();
        }
        return held;
      },
      onPinch: ({ origin, offset: [scale], first, last, memo }) => {
        const { x, y } = within(origin);
        const before = (first ? undefined : (memo as Pinch | undefined)) ?? { scale, x, y };
        move({ scale: scale / before.scale, x: before.x, y: before.y, dx: x - before.x, dy: y - before.y });
        if (last) rest();
        return { scale, x, y };
      },
      onWheel: ({ event, delta: [, dy] }) => {
        event.preventDefault();
        const { x, y } = within([event.clientX, event.clientY]);
        move({ scale: Math.exp(-dy * 0.0016), x, y });
        clearTimeout(wheel.current);
        wheel.current = setTimeout(rest, WHEEL_REST);
      },
    },
    { ...OPTIONS, target: surface },
  );
  return {
    seen,
    forget: () => {
      moving.current = false;
      moved.current = null;
      lay(picture.current, seen(), current.current);
    },
  };
}

function lay(picture: HTMLElement | null, view: SketchView, { size, drawnZoom }: SketchHand): void {
  if (picture) picture.style.transform = laid(view, size, drawnZoom);
}
