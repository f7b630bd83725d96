import { useGesture } from '@use-gesture/react';
import type { RefObject } from 'react';
import { useEffect, useRef } from 'react';
import type { Size, SketchView } from './view';
import { laid, movedView } from './view';

export interface SketchHand {
  readonly view: SketchView;
  readonly size: Size;
  /** The zoom that the picture under the fingers was drawn for. */
  readonly drawnZoom: number;
  onView(view: SketchView): void;
  onTap(x: number, y: number): void;
  /** Takes hold of what lies under a finger. @returns whether there is something that can be dragged */
  onGrab(x: number, y: number): boolean;
  onDrag(x: number, y: number): void;
  onDrop(x: number, y: number): void;
  onLetGo(): void;
}

/** How far a finger may tremble and still have tapped, px. */
const STILL = 7;
/** How long a wheel is still before it has come to rest, ms. */
const WHEEL_REST = 120;

/**
 * Fingers, mouse and wheel on the sketch. While they move only the picture is moved, as one piece, by the browser. So
 * a frame costs the same, however much is on the sketch.
 */
export function useSketchGestures(
  surface: RefObject<HTMLElement | null>,
  picture: RefObject<HTMLElement | null>,
  hand: SketchHand,
): void {
  const current = useRef(hand);
  const moving = useRef<SketchView | null>(null);
  const wheel = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => {
    current.current = hand;
  });
  useEffect(() => () => clearTimeout(wheel.current), []);

  const within = ([x, y]: readonly [number, number]): { x: number; y: number } => {
    const box = surface.current?.getBoundingClientRect();
    return { x: x - (box?.left ?? 0), y: y - (box?.top ?? 0) };
  };
  const move = (gesture: { dx?: number; dy?: number; scale?: number; x?: number; y?: number }): void => {
    const { view, size, drawnZoom } = current.current;
    moving.current = movedView(moving.current ?? view, size, { dx: 0, dy: 0, scale: 1, x: 0, y: 0, ...gesture });
    if (picture.current) picture.current.style.transform = laid(moving.current, size, drawnZoom);
  };
  const rest = (): void => {
    const view = moving.current;
    moving.current = null;
    if (view) current.current.onView(view);
  };

  useGesture(
    {
      onDrag: ({ first, last, tap, canceled, pinching, cancel, initial, xy, delta: [dx, dy], memo }) => {
        if (pinching) {
          cancel();
          return 'pan';
        }
        const at = within(xy);
        const start = within(initial);
        const held = first ? (current.current.onGrab(start.x, start.y) ? 'node' : 'pan') : (memo as string);
        if (tap) current.current.onTap(at.x, at.y);
        else if (held === 'node') {
          if (!last) current.current.onDrag(at.x, at.y);
          else if (canceled) current.current.onLetGo();
          else current.current.onDrop(at.x, at.y);
        } else {
          if (dx !== 0 || dy !== 0) move({ dx, dy });
          if (last) rest();
        }
        return held;
      },
      onPinch: ({ origin, offset: [scale], first, last, memo }) => {
        const at = within(origin);
        const before = (first ? undefined : (memo as { scale: number; x: number; y: number } | undefined)) ?? {
          scale,
          ...at,
        };
        move({ scale: scale / before.scale, x: before.x, y: before.y, dx: at.x - before.x, dy: at.y - before.y });
        if (last) rest();
        return { scale, ...at };
      },
      onWheel: ({ event, delta: [, dy] }) => {
        event.preventDefault();
        move({ scale: Math.exp(-dy * 0.0016), ...within([event.clientX, event.clientY]) });
        clearTimeout(wheel.current);
        wheel.current = setTimeout(rest, WHEEL_REST);
      },
    },
    {
      target: surface,
      eventOptions: { passive: false },
      drag: { filterTaps: true, tapsThreshold: STILL, threshold: STILL, pointer: { keys: false } },
      // A wheel with Ctrl zooms as a wheel without.
      pinch: { pinchOnWheel: false },
    },
  );
}
