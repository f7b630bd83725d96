import type { ItemOf, LayerMaterial, Mark, Section } from '@alveus/plan';
import { LIMITS } from '@alveus/plan';
import { keptWithBoth } from '../kept-with';
import { meanAreaBelow } from '../pipe';
import type { Spread } from './sides';
import { meanSpread, widerAt } from './sides';

/**
 * What lies in the trench. Because sides, layers and pipe are all measured plumb, a cross-section depends on
 * one thing only: how deep the trench is there. So a section and a pipe together make an envelope, worked out
 * once, from which every area and volume along any run follows.
 *
 * Heights are metres above the trench bottom.
 */
export interface Envelope {
  /** Trench bottom to the pipe's underside. */
  readonly underside: number;
  readonly radius: number;
  /** Trench bottom to the inside bottom of the pipe. */
  readonly invert: number;
  /** From the bottom up: bedding, what is round the pipe, native backfill, then the surface layers. */
  readonly layers: readonly EnvelopeLayer[];
  /** Total thickness of the surface layers. */
  readonly surface: number;
  /** The highest top of the layers that stand on the bottom. */
  readonly highest: number;
  /** Depths at which some layer's top changes the way it follows the ground; in order. */
  readonly kinks: readonly number[];
  /** The tops once more, as plain numbers for the innermost loop: top = asked + hung × depth. */
  readonly asked: Float64Array;
  /** 1 for a top that hangs from the ground, 0 for one that stands on the bottom. */
  readonly hung: Float64Array;
  /** Index of the lowest surface layer. */
  readonly firstSurface: number;
}

/** Three groups of bought layers, and the native backfill between. */
const MOST_LAYERS = 3 * LIMITS.layers + 1;

export type LayerGroup = 'below' | 'above' | 'backfill' | 'surface';

export interface EnvelopeLayer {
  /** The same for layers that are counted together. */
  readonly key: string;
  readonly name: string;
  readonly material: LayerMaterial;
  readonly group: LayerGroup;
  /** Where the layer ends if nothing cuts it: a height, or so far from the ground. */
  readonly top:
    { readonly from: 'bottom'; readonly height: number } | { readonly from: 'ground'; readonly offset: number };
}

export function envelope(section: Section, pipe: Pick<ItemOf<'pipe'>, 'outside' | 'wall'>): Envelope {
  const layers: EnvelopeLayer[] = [];
  const add = (layer: Omit<EnvelopeLayer, 'key'>): void =>
    void layers.push({ key: `${layer.material} ${layer.name}`, ...layer });
  let height = 0;
  section.below.forEach((layer, index) => {
    height += layer.thickness;
    const name = index === section.below.length - 1 ? 'bedding' : 'foundation';
    add({ name, material: layer.material, group: 'below', top: { from: 'bottom', height } });
  });
  const underside = height;
  const radius = pipe.outside / 2;
  const marks: Record<Exclude<Mark, 'ground'>, number> = {
    invert: underside + pipe.wall,
    springline: underside + radius,
    crown: underside + pipe.outside,
  };
  for (const { material, upTo } of section.above) {
    add({
      name: aboveName(upTo.mark, upTo.offset),
      material,
      group: 'above',
      top:
        upTo.mark === 'ground'
          ? { from: 'ground', offset: upTo.offset }
          : { from: 'bottom', height: marks[upTo.mark] + upTo.offset },
    });
  }
  const surface = section.surface.reduce((sum, layer) => sum + layer.thickness, 0);
  add({ name: 'native backfill', material: 'native', group: 'backfill', top: { from: 'ground', offset: -surface } });
  let hung = surface;
  for (const layer of [...section.surface].reverse()) {
    hung -= layer.thickness;
    add({
      name: 'surface',
      material: layer.material,
      group: 'surface',
      top: { from: 'ground', offset: Math.min(0, -hung) },
    });
  }
  return {
    underside,
    radius,
    invert: underside + pipe.wall,
    layers,
    surface,
    highest: layers.reduce((most, { top }) => (top.from === 'bottom' ? Math.max(most, top.height) : most), 0),
    kinks: kinksOf(layers, [0, underside, underside + 2 * radius], surface),
    asked: Float64Array.from(layers, ({ top }) => (top.from === 'bottom' ? top.height : top.offset)),
    hung: Float64Array.from(layers, ({ top }) => (top.from === 'bottom' ? 0 : 1)),
    firstSurface: layers.length - section.surface.length,
  };
}

function aboveName(mark: Mark, offset: number): string {
  if (mark === 'ground') return 'fill';
  if (mark === 'crown') return offset > 0 ? 'overlay' : 'side';
  return offset > 0 && mark === 'springline' ? 'side' : 'haunch';
}

/** Depths where a level hung from the ground passes a level fixed over the bottom, such as the pipe's own. */
function kinksOf(
  layers: readonly Pick<EnvelopeLayer, 'top'>[],
  fixed: readonly number[],
  surface: number,
): readonly number[] {
  const heights = new Set(fixed);
  const offsets = new Set([0, -surface]);
  for (const { top } of layers) {
    if (top.from === 'bottom') heights.add(top.height);
    else offsets.add(top.offset);
  }
  const kinks = new Set<number>();
  for (const height of heights) for (const offset of offsets) if (height - offset >= 0) kinks.add(height - offset);
  return [...kinks].sort((a, b) => a - b);
}

/** The same where the sides change their way as well. */
export const kinksWith = keptWithBoth(({ underside, radius, layers, surface }: Envelope, { heights }: Spread) =>
  kinksOf(layers, [0, underside, underside + 2 * radius, ...heights], surface),
);

/** Heights of every layer's top at one depth, each cut by what hangs over it; written into `into`. */
export function layerTops(
  of: Envelope,
  depth: number,
  into: Float64Array = new Float64Array(of.layers.length),
): Float64Array {
  const whole = Math.max(0, depth);
  const open = Math.max(0, depth - of.surface);
  const { asked, hung, firstSurface } = of;
  let under = 0;
  for (let index = 0; index < asked.length; index += 1) {
    const top = (asked[index] as number) + (hung[index] as number) * depth;
    under = Math.min(Math.max(under, top), index < firstSurface ? open : whole);
    into[index] = under;
  }
  return into;
}

/** Areas or volumes of a stretch of trench: excavated, displaced by the pipe, and each layer of the envelope, m³. */
export interface Amounts {
  excavation: number;
  pipe: number;
  /** What it opens at the ground, level, m²: what lies on top covers that. */
  covered: number;
  readonly layers: number[];
}

export function noAmounts(of: Envelope): Amounts {
  return { excavation: 0, pipe: 0, covered: 0, layers: new Array<number>(of.layers.length).fill(0) };
}

/** What a stretch of trench is besides: sides that spread, and further pipes that lie in it. */
export interface Besides {
  readonly spread?: Spread | undefined;
  /** Depths at which some top changes its way, those of the sides among them. */
  readonly kinks: readonly number[];
  readonly pipes: readonly PipeBeside[];
}

/** A pipe of another run in the trench: its underside over the bottom at both ends of the stretch, and its outer radius. */
export interface PipeBeside {
  readonly from: number;
  readonly to: number;
  readonly radius: number;
}

/**
 * Adds the volumes of a stretch over which the depth goes evenly from `from` to `to` (m³). Exact, daylight
 * ends included: the stretch is split where a top changes its way, and between the kinks every top runs
 * straight, so the trench is a trapezoid, or square in its height where its sides spread, and each pipe's part has a
 * closed form.
 * @param length horizontal, m
 */
export function addStretch(
  of: Envelope,
  width: number,
  length: number,
  from: number,
  to: number,
  into: Amounts,
  besides?: Besides,
): void {
  if (length <= 0) return;
  const low = Math.min(from, to);
  const high = Math.max(from, to);
  if (high <= 0) return;
  const spread = besides?.spread;
  const kinks = besides?.kinks ?? of.kinks;
  const perDepth = high > low ? length / (high - low) : 0;
  let start = low;
  let startTops = layerTops(of, start, SCRATCH[0]);
  let endTops = SCRATCH[1];
  for (let index = 0; index <= kinks.length; index += 1) {
    const kink = index < kinks.length ? (kinks[index] as number) : high;
    if (kink <= start && kink < high) continue;
    const end = Math.min(kink, high);
    layerTops(of, end, endTops);
    const long = high > low ? (end - start) * perDepth : length;
    addPiece(of, width, long, startTops, endTops, into, spread);
    if (besides) addBesides(of, width, long, start, end, startTops, endTops, from, to, besides, into);
    if (end >= high) break;
    const spare = startTops;
    startTops = endTops;
    endTops = spare;
    start = end;
  }
}

/** What a piece opens at the ground, and the further pipes in it. */
function addBesides(
  of: Envelope,
  width: number,
  long: number,
  start: number,
  end: number,
  startTops: Float64Array,
  endTops: Float64Array,
  from: number,
  to: number,
  { spread, pipes }: Besides,
  into: Amounts,
): void {
  into.covered += (width + (spread === undefined ? 0 : widerAt(spread, Math.max(0, (start + end) / 2)))) * long;
  if (pipes.length === 0) return;
  // Where along the stretch, from its end `from`, the piece begins and ends.
  const shares = from === to ? WHOLE : ([(start - from) / (to - from), (end - from) / (to - from)] as const);
  for (const pipe of pipes) addPipe(of, pipe, long, startTops, endTops, shares, into);
}

const WHOLE = [0, 1] as const;

/** Room for the tops at both ends of a piece, used again and again: this is the innermost of all work. */
const SCRATCH: readonly [Float64Array, Float64Array] = [new Float64Array(MOST_LAYERS), new Float64Array(MOST_LAYERS)];

function addPiece(
  of: Envelope,
  width: number,
  length: number,
  startTops: Float64Array,
  endTops: Float64Array,
  into: Amounts,
  spread: Spread | undefined,
): void {
  const { underside, radius, asked } = of;
  const { layers } = into;
  let under = 0;
  let pipe = 0;
  for (let index = 0; index < asked.length; index += 1) {
    const start = startTops[index] as number;
    const end = endTops[index] as number;
    pipe = meanAreaBelow(start - underside, end - underside, radius);
    let upTo = (width * (start + end)) / 2 - pipe;
    if (spread !== undefined) upTo += meanSpread(spread, start, end);
    layers[index] = (layers[index] as number) + (upTo - under) * length;
    under = upTo;
  }
  into.excavation += (under + pipe) * length;
  into.pipe += pipe * length;
}

/** Takes what a further pipe displaces out of the layers; what of it would lie under the bottom is not in the trench. */
function addPipe(
  of: Envelope,
  { from, to, radius }: PipeBeside,
  length: number,
  startTops: Float64Array,
  endTops: Float64Array,
  [first, last]: readonly [number, number],
  into: Amounts,
): void {
  const { layers } = into;
  const [start, end] = [from + (to - from) * first, from + (to - from) * last];
  const buried = meanAreaBelow(-start, -end, radius);
  let under = 0;
  for (let index = 0; index < of.asked.length; index += 1) {
    const [low, high] = [startTops[index] as number, endTops[index] as number];
    const upTo = Math.max(0, meanAreaBelow(low - start, high - end, radius) - buried);
    layers[index] = (layers[index] as number) - (upTo - under) * length;
    under = upTo;
  }
  into.pipe += under * length;
}
