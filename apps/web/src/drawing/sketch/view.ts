import type { NodeSpot } from '@alveus/core';

/** Which part of the site the sketch shows: the spot in its middle, and pixels for a metre. */
export interface SketchView {
  readonly east: number;
  readonly north: number;
  readonly zoom: number;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

export const ZOOM = { least: 0.05, most: 200 } as const;

export const toScreen = (
  view: SketchView,
  size: Size,
  spot: { readonly east: number; readonly north: number },
): { x: number; y: number } => ({
  x: size.width / 2 + (spot.east - view.east) * view.zoom,
  y: size.height / 2 - (spot.north - view.north) * view.zoom,
});

export const toSite = (view: SketchView, size: Size, x: number, y: number): { east: number; north: number } => ({
  east: view.east + (x - size.width / 2) / view.zoom,
  north: view.north - (y - size.height / 2) / view.zoom,
});

/**
 * How the picture, drawn once for a zoom with the site's origin at its own, is laid under the frame. A pan moves it, a
 * pinch stretches it, and neither draws anything anew.
 */
export function laid(view: SketchView, size: Size, drawnZoom: number): string {
  const x = size.width / 2 - view.east * view.zoom;
  const y = size.height / 2 + view.north * view.zoom;
  return `translate(${x.toFixed(2)}px, ${y.toFixed(2)}px) scale(${view.zoom / drawnZoom})`;
}

/** A spot in the pixels of a picture drawn for a zoom. */
export const toPicture = (
  zoom: number,
  spot: { readonly east: number; readonly north: number },
): { x: number; y: number } => ({ x: spot.east * zoom, y: -spot.north * zoom });

/** Room at the foot for the north arrow and the scale. */
const FOOT = 40;

/** The view that shows every spot, with room around. */
export function fitView(spots: Iterable<NodeSpot>, size: Size): SketchView {
  const all = [...spots];
  if (all.length === 0) return { east: 0, north: 0, zoom: 6 };
  const [east, north] = [all.map((spot) => spot.east), all.map((spot) => spot.north)];
  const [west, far, south, top] = [Math.min(...east), Math.max(...east), Math.min(...north), Math.max(...north)];
  const zoom = Math.min(
    (size.width - 130) / Math.max(4, far - west),
    (size.height - FOOT - 80) / Math.max(4, top - south),
  );
  const kept = held(zoom);
  return { east: (west + far) / 2, north: (south + top) / 2 - FOOT / 2 / kept, zoom: kept };
}

/** What a drag by pixels and a pinch about a point make of a view. */
export function movedView(view: SketchView, size: Size, { dx, dy, scale, x, y }: Gesture): SketchView {
  const zoom = held(view.zoom * scale);
  const fixed = toSite(view, size, x, y);
  return {
    zoom,
    east: fixed.east - (x + dx - size.width / 2) / zoom,
    north: fixed.north + (y + dy - size.height / 2) / zoom,
  };
}

/** A drag by `dx`, `dy` pixels, and a scaling about the point `x`, `y` where it began. */
export interface Gesture {
  readonly dx: number;
  readonly dy: number;
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

function held(zoom: number): number {
  return Math.min(ZOOM.most, Math.max(ZOOM.least, zoom));
}
