/** Scales of the drawings. Pure, so that they can be tested without a screen. */

export interface Scale {
  /** Pixels for a metre. */
  readonly factor: number;
  to(value: number): number;
  from(pixel: number): number;
}

export function scale(from: number, factor: number, start: number): Scale {
  return { factor, to: (value) => start + (value - from) * factor, from: (pixel) => from + (pixel - start) / factor };
}

/** What is told in pixels already. */
const PIXELS: Scale = { factor: 1, to: (value) => value, from: (pixel) => pixel };

const EXAGGERATIONS = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50, 75, 100, 150, 200] as const;

/** The largest round exaggeration at which `rise` metres still fit into `room` pixels. */
export function exaggeration(rise: number, room: number, horizontal: number): number {
  const fitting = EXAGGERATIONS.filter((times) => rise * horizontal * times <= room);
  return fitting[fitting.length - 1] ?? 1;
}

const ROUND = [1, 2, 5, 10] as const;

/**
 * Round places on an axis: every 1, 2 or 5 times a power of ten of `unit`, the nearest together of which there are at
 * most one more than `most`. Written here, because packages that have it come whole: 6 kB for these lines.
 */
export function ticks(from: number, to: number, most: number, unit: number): number[] {
  if (!(to > from)) return [];
  const [first, last] = [from / unit, to / unit];
  const power = Math.floor(Math.log10((last - first) / most));
  for (const round of ROUND) {
    // Both are whole, and so no place is off by what a fraction cannot say.
    const [times, parts] = power < 0 ? [round, 10 ** -power] : [round * 10 ** power, 1];
    const lowest = Math.ceil((first * parts) / times);
    const count = Math.floor((last * parts) / times) - lowest + 1;
    if (count > most + 1) continue;
    return Array.from({ length: Math.max(0, count) }, (_, index) => (((lowest + index) * times) / parts) * unit);
  }
  return [];
}

export type Point = readonly [x: number, y: number];

/** Wider than any screen, in tenths of a pixel. */
const MOST = 100_000;
const written: (string | undefined)[] = [];

/**
 * A tenth of a pixel is finer than any screen shows. Writing a number takes its time, and a drag writes the same few
 * thousand over and over: they are kept.
 */
function tenth(value: number): string {
  const tenths = Math.round(value * 10);
  if (tenths < 0 || tenths >= MOST) return String(tenths / 10);
  return (written[tenths] ??= String(tenths / 10));
}

/** @param x, y where the points are on the screen, if they are not told in pixels */
export function path(points: readonly Point[], closed = false, x = PIXELS, y = PIXELS): string {
  let text = '';
  for (let index = 0; index < points.length; index += 1) {
    const point = points[index] as Point;
    text += `${index === 0 ? 'M' : 'L'}${tenth(x.to(point[0]))} ${tenth(y.to(point[1]))}`;
  }
  return closed && text !== '' ? `${text}Z` : text;
}

export const box = (x: number, y: number, width: number, height: number): string =>
  `M${tenth(x)} ${tenth(y)}h${tenth(width)}v${tenth(height)}h${tenth(-width)}Z`;

export const disc = (x: number, y: number, radius: number): string =>
  `M${tenth(x - radius)} ${tenth(y)}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0Z`;

/** Moves labels apart so that none is nearer to the next than `gap`, keeping their order and as near as may be. */
export function spread(wanted: readonly number[], gap: number, from: number, to: number): number[] {
  const placed = [...wanted];
  for (let index = 0; index < placed.length; index += 1) {
    const least = index === 0 ? from : (placed[index - 1] as number) + gap;
    placed[index] = Math.max(placed[index] as number, least);
  }
  let most = to;
  for (let index = placed.length - 1; index >= 0; index -= 1) {
    placed[index] = Math.min(placed[index] as number, most);
    most = (placed[index] as number) - gap;
  }
  return placed;
}
