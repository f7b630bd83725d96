import type { RefObject } from 'react';
import { useEffect, useRef } from 'react';
import type { Gesture, SketchView, Size } from './sketchView';
import { movedView } from './sketchView';

interface Hand {
  readonly view: SketchView;
  readonly size: Size;
  onView(view: SketchView): void;
  onTap(x: number, y: number): void;
  /** Takes hold of what lies under a finger. @returns whether there is something that can be dragged */
  onGrab(x: number, y: number): boolean;
  onDrag(x: number, y: number): void;
  onDrop(x: number, y: number): void;
}

const STILL = 7;

/**
 * Fingers, mouse and wheel on the sketch. While they move only the picture is moved, as one piece, by the browser;
 * it is drawn anew when they come to rest. So a frame costs the same, however much is on the sketch.
 */
export function useSketchGestures(surface: RefObject<HTMLElement | null>, picture: RefObject<HTMLElement | null>, hand: Hand): void {
  const current = useRef(hand);
  useEffect(() => {
    current.current = hand;
  });

  useEffect(() => {
    const element = surface.current;
    if (!element) return;
    const fingers = new Map<number, { x: number; y: number }>();
    let start: { fingers: { x: number; y: number }[]; view: SketchView } | undefined;
    let gesture: Gesture | undefined;
    let grabbed = false;
    let moved = false;
    let wheelTimer: ReturnType<typeof setTimeout> | undefined;
    let wheelView: SketchView | undefined;

    const point = (event: PointerEvent | WheelEvent): { x: number; y: number } => {
      const box = element.getBoundingClientRect();
      return { x: event.clientX - box.left, y: event.clientY - box.top };
    };
    const show = ({ dx, dy, scale, x, y }: Gesture): void => {
      if (picture.current) picture.current.style.transform = `translate(${dx + x - x * scale}px, ${dy + y - y * scale}px) scale(${scale})`;
    };
    const settle = (): void => {
      if (gesture && start) current.current.onView(movedView(start.view, current.current.size, gesture));
      gesture = undefined;
    };
    const begin = (): void => {
      start = { fingers: [...fingers.values()], view: current.current.view };
    };
    const down = (event: PointerEvent): void => {
      if (event.button > 0) return;
      element.setPointerCapture(event.pointerId);
      settle();
      fingers.set(event.pointerId, point(event));
      begin();
      if (fingers.size === 1) {
        moved = false;
        const { x, y } = point(event);
        grabbed = current.current.onGrab(x, y);
      } else grabbed = false;
    };
    const move = (event: PointerEvent): void => {
      if (!fingers.has(event.pointerId) || !start) return;
      fingers.set(event.pointerId, point(event));
      const [a, b] = [...fingers.values()];
      const [a0, b0] = start.fingers;
      if (!a || !a0) return;
      if (Math.hypot(a.x - a0.x, a.y - a0.y) > STILL || b) moved = true;
      if (!moved) return;
      if (grabbed) {
        current.current.onDrag(a.x, a.y);
        return;
      }
      if (b && b0) {
        const [x, y] = [(a0.x + b0.x) / 2, (a0.y + b0.y) / 2];
        const scale = Math.hypot(a.x - b.x, a.y - b.y) / Math.max(1, Math.hypot(a0.x - b0.x, a0.y - b0.y));
        gesture = { dx: (a.x + b.x) / 2 - x, dy: (a.y + b.y) / 2 - y, scale, x, y };
      } else gesture = { dx: a.x - a0.x, dy: a.y - a0.y, scale: 1, x: 0, y: 0 };
      show(gesture);
    };
    const up = (event: PointerEvent): void => {
      const { x, y } = point(event);
      if (!fingers.delete(event.pointerId)) return;
      if (grabbed && moved) current.current.onDrop(x, y);
      else if (!moved && fingers.size === 0 && event.type === 'pointerup') current.current.onTap(x, y);
      grabbed = false;
      settle();
      if (fingers.size > 0) begin();
    };
    const wheel = (event: WheelEvent): void => {
      event.preventDefault();
      const { x, y } = point(event);
      const scale = Math.exp(-event.deltaY * 0.0016);
      const base = current.current.view;
      wheelView = movedView(wheelView ?? base, current.current.size, { dx: 0, dy: 0, scale, x, y });
      // The picture as the committed view would have to be moved to look like the new one.
      const total = wheelView.zoom / base.zoom;
      const size = current.current.size;
      show({ scale: total, x: size.width / 2, y: size.height / 2, dx: (base.east - wheelView.east) * wheelView.zoom, dy: (wheelView.north - base.north) * wheelView.zoom });
      clearTimeout(wheelTimer);
      wheelTimer = setTimeout(() => {
        if (wheelView) current.current.onView(wheelView);
        wheelView = undefined;
      }, 120);
    };
    element.addEventListener('pointerdown', down);
    element.addEventListener('pointermove', move);
    element.addEventListener('pointerup', up);
    element.addEventListener('pointercancel', up);
    element.addEventListener('wheel', wheel, { passive: false });
    return () => {
      clearTimeout(wheelTimer);
      element.removeEventListener('pointerdown', down);
      element.removeEventListener('pointermove', move);
      element.removeEventListener('pointerup', up);
      element.removeEventListener('pointercancel', up);
      element.removeEventListener('wheel', wheel);
    };
  }, [surface, picture]);
}
