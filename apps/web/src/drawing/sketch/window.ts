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

export const sameWindow = (a: Window, b: Window): boolean =>
  a.left === b.left && a.right === b.right && a.top === b.top && a.bottom === b.bottom;

export const within = ({ left, right, top, bottom }: Window, { x, y }: { x: number; y: number }): boolean =>
  x > left && x < right && y > top && y < bottom;
