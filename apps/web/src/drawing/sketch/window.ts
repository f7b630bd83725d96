import type { Size, SketchView } from './view';

/** What of the picture is drawn: the frame with a frame's room all round, in the picture's pixels. */
export interface Window {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** The window moves by half frames, so that most pans end in the one that is drawn already. */
export function windowOf(view: SketchView, size: Size): Window {
  const snap = (middle: number, span: number): number => Math.round(middle / (span / 2)) * (span / 2);
  const [width, height] = [Math.max(1, size.width), Math.max(1, size.height)];
  const x = snap(view.east * view.zoom, width);
  const y = snap(-view.north * view.zoom, height);
  return { left: x - 1.5 * width, right: x + 1.5 * width, top: y - 1.5 * height, bottom: y + 1.5 * height };
}

/** The frame itself, in the pixels of the picture of its zoom. */
export function windowAt({ east, north, zoom }: SketchView, { width, height }: Size): Window {
  const [x, y] = [east * zoom, -north * zoom];
  return { left: x - width / 2, right: x + width / 2, top: y - height / 2, bottom: y + height / 2 };
}

type Spot = { readonly x: number; readonly y: number };

export const sameWindow = (a: Window, b: Window): boolean =>
  a.left === b.left && a.right === b.right && a.top === b.top && a.bottom === b.bottom;

export const within = ({ left, right, top, bottom }: Window, { x, y }: Spot): boolean =>
  x > left && x < right && y > top && y < bottom;

/** Shares of the straight from one spot to another between which it lies in the window; none where it does not. */
export function shareIn(
  { left, right, top, bottom }: Window,
  a: Spot,
  b: Spot,
): { readonly from: number; readonly to: number } | undefined {
  let [from, to] = [0, 1];
  for (const [start, step, least, most] of [
    [a.x, b.x - a.x, left, right],
    [a.y, b.y - a.y, top, bottom],
  ] as const) {
    if (step === 0 && (start <= least || start >= most)) return undefined;
    if (step === 0) continue;
    const [a, b] = [(least - start) / step, (most - start) / step];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  }
  return from < to ? { from, to } : undefined;
}

/** Whether any of it lies in the window: of a long one zoomed into, neither end may. */
export const crosses = (window: Window, a: Spot, b: Spot): boolean => shareIn(window, a, b) !== undefined;
