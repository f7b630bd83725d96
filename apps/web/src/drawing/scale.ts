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

const EXAGGERATIONS = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50, 75, 100, 150, 200] as const;

/** The largest round exaggeration at which `rise` metres still fit into `room` pixels. */
export function exaggeration(rise: number, room: number, horizontal: number): number {
  const fitting = EXAGGERATIONS.filter((times) => rise * horizontal * times <= room);
  return fitting[fitting.length - 1] ?? 1;
}

/** Round steps for an axis: at most `most` ticks over `span`, at multiples of 1, 2, 2.5 or 5 of `unit`. */
export function ticks(from: number, to: number, most: number, unit: number): number[] {
  const span = (to - from) / unit;
  if (!(span > 0) || most < 1) return [];
  const power = 10 ** Math.floor(Math.log10(span / most));
  const step = [1, 2, 2.5, 5, 10, 20].map((times) => times * power).find((size) => span / size <= most) ?? 20 * power;
  const first = Math.ceil(from / unit / step - 1e-9);
  const last = Math.floor(to / unit / step + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, index) => (first + index) * step * unit);
}

export type Point = readonly [x: number, y: number];

export function path(points: readonly Point[], closed = false): string {
  if (points.length === 0) return '';
  return `M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`;
}

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
