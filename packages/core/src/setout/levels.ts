import type { UpRun } from '@alveus/plan';
import type { RunShape } from '../results';
import { NEAR } from '../tolerance';
import type { EnvelopeLayer } from '../trench';
import { stationAt } from '../trench';

/** What a rod is set on while a run is dug and laid, from the bottom up. */
export const MARKS = ['bottom', 'foundation', 'bedding', 'flow', 'top', 'overlay', 'ground'] as const;
export type Mark = (typeof MARKS)[number];

/** Elevations, m; undefined of what is not known there, or is not in the section. */
export type Levels = { readonly [mark in Mark]: number | undefined };

export function levelsAt(run: Pick<RunShape, 'grade' | 'ground' | 'envelope'>, at: UpRun): Levels {
  const { invert, bottom, ground } = stationAt(run.grade, run.ground, run.envelope, at);
  const { envelope } = run;
  const over = (height: number | undefined): number | undefined =>
    bottom === undefined || height === undefined ? undefined : bottom + height;
  const crown = envelope && envelope.underside + 2 * envelope.radius;
  const overlay = envelope && tops(envelope.layers, (layer) => layer.group === 'above').at(-1);
  const overlaid = crown !== undefined && overlay !== undefined && overlay > crown + NEAR ? over(overlay) : undefined;
  return {
    bottom,
    foundation: over(envelope && tops(envelope.layers, (layer) => layer.name === 'foundation').at(-1)),
    bedding: over(envelope && envelope.underside > NEAR ? envelope.underside : undefined),
    flow: invert,
    top: over(crown),
    // What reaches over the ground ends at it; where the pipe itself does, there is none.
    overlay: overlaid === undefined || ground === undefined ? overlaid : cut(overlaid, ground, over(crown)),
    ground,
  };
}

const cut = (level: number, ground: number, crown: number | undefined): number | undefined =>
  crown !== undefined && ground <= crown + NEAR ? undefined : Math.min(level, ground);

/** Tops of layers that stand on the bottom, from the lowest up. */
function tops(layers: readonly EnvelopeLayer[], which: (layer: EnvelopeLayer) => boolean): number[] {
  return layers
    .flatMap((layer) => (which(layer) && layer.top.from === 'bottom' ? [layer.top.height] : []))
    .sort((a, b) => a - b);
}

/** Each level that is known, turned into something else told in metres. */
export function eachLevel(levels: Levels, turned: (level: number) => number): Levels {
  const all: Partial<Record<Mark, number | undefined>> = {};
  for (const mark of MARKS) {
    const level = levels[mark];
    all[mark] = level === undefined ? undefined : turned(level);
  }
  return all as Levels;
}

/** Down from a stake, or from the ground, to each thing, m: negative where that lies higher. */
export const cutsFrom = (top: number, levels: Levels): Levels => eachLevel(levels, (level) => top - level);
