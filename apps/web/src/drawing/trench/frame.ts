import type { TrenchShape } from './bands';
import { drawn } from '../../theme/scale';

/** Room round the trench for its words, in pixels. */
const PAD = { left: 14, right: drawn(168), top: drawn(40), bottom: drawn(44) };

/** Where the trench lies on the drawing, in pixels. */
export interface TrenchFrame {
  readonly room: number;
  readonly height: number;
  /** Pixels for a metre, both ways. */
  readonly factor: number;
  readonly left: number;
  readonly right: number;
  /** Where the ground beside it ends, and the words begin. */
  readonly edge: number;
  readonly ground: number;
  /** The top of the trench: the ground, or its bottom where that lies over the ground. */
  readonly rim: number;
  /** Where its width is told. */
  readonly foot: number;
  /** Words stand between these. */
  readonly words: { readonly x: number; readonly top: number; readonly bottom: number };
  /** The pixel of a height over the trench bottom, m. */
  y(over: number): number;
}

export function trenchFrame(shape: TrenchShape, room: number, height: number): TrenchFrame {
  const tall = Math.max(shape.depth, shape.underside + 2 * shape.radius) * 1.04;
  const across = room - PAD.left - PAD.right;
  const factor = Math.min(across / (shape.width * 1.35), (height - PAD.top - PAD.bottom) / tall);
  const middle = PAD.left + across / 2;
  const half = (shape.width * factor) / 2;
  const y = (over: number): number => height - PAD.bottom - over * factor;
  return {
    room,
    height,
    factor,
    left: middle - half,
    right: middle + half,
    edge: room - PAD.right + 8,
    ground: y(shape.depth),
    rim: y(Math.max(0, shape.depth)),
    foot: height - drawn(24),
    words: { x: room - PAD.right + 26, top: PAD.top - drawn(8), bottom: height - PAD.bottom + 2 },
    y,
  };
}
