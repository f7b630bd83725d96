import type { CrossSection } from '@alveus/core/cross';
import { drawn } from '../../theme/scale';

/** Where the trench lies on the drawing, in pixels. */
export interface TrenchFrame {
  readonly room: number;
  readonly height: number;
  /** Pixels for a metre, both ways. */
  readonly factor: number;
  /** Of the bottom. */
  readonly left: number;
  readonly right: number;
  /** Where the ground beside it ends, and the words begin. */
  readonly edge: number;
  /** Where its width is told. */
  readonly foot: number;
  /** Words stand between these. */
  readonly words: { readonly x: number; readonly top: number; readonly bottom: number };
  /** The pixel of a place to the right of the pipe, m, and of a height over the trench bottom. */
  x(right: number): number;
  y(over: number): number;
}

/** What else is to be seen beside the trench, m to each side of its pipe, and over its bottom. */
export interface Around {
  readonly left: number;
  readonly right: number;
  readonly top: number;
}

/** @param words room for words at the right, px @param around what stands beside it */
export function trenchFrame(
  cross: CrossSection,
  room: number,
  height: number,
  words: number = drawn(168),
  around?: Around,
): TrenchFrame {
  const pad = { left: 14, right: words, top: drawn(40), bottom: drawn(44) };
  const first = cross.hole[0]?.[0] ?? 0;
  const last = cross.hole[cross.hole.length - 1]?.[0] ?? 0;
  const beside = (last - first) * 0.14;
  const [from, to] = around ? [-around.left, around.right] : [first - beside, last + beside];
  const pipes = cross.pipes.map(({ underside, radius }) => underside + 2 * radius);
  const grounds = [first, last].map((x) => cross.depth + cross.across * x);
  const tall = Math.max(cross.depth, around?.top ?? 0, ...pipes, ...grounds) * 1.04;
  const across = room - pad.left - pad.right;
  const factor = Math.min(across / (to - from), (height - pad.top - pad.bottom) / tall);
  const middle = pad.left + across / 2;
  const centre = (from + to) / 2;
  const x = (right: number): number => middle + (right - centre) * factor;
  // A shallow trench stands in the middle of its picture.
  const spare = (height - pad.top - pad.bottom - tall * factor) / 2;
  const y = (over: number): number => height - pad.bottom - spare - over * factor;
  return {
    room,
    height,
    factor,
    left: x(cross.middle - cross.width / 2),
    right: x(cross.middle + cross.width / 2),
    edge: room - pad.right + 8,
    foot: height - drawn(24) - spare,
    words: { x: room - pad.right + 26, top: pad.top - drawn(8), bottom: height - pad.bottom + 2 },
    x,
    y,
  };
}
