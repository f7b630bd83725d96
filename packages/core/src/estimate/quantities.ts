import type { ItemOf, Uuid } from '@alveus/plan';
import type { Reader, RunResult } from '../results';
import { NEAR, NEAR_SLOPE } from '../tolerance';
import { slopedLength } from '../trench';

/** What one line takes: dug, bought, put back, hauled away, laid. Volumes in m³, masses in kg, lengths in m. */
export interface Quantities {
  /** In the ground. */
  readonly excavation: number;
  readonly pipeDisplaced: number;
  /** Bought layers, those of one name and material together, from the bottom up. */
  readonly layers: readonly LayerQuantity[];
  /** The same by material, as it is ordered: a truck does not know which layer its stone is for. */
  readonly bought: readonly MaterialQuantity[];
  /** Native soil put back, placed. */
  readonly nativeReturned: number;
  /** The same, as it lay in the ground. */
  readonly nativeBank: number;
  /** Left over, in the ground and in the truck. */
  readonly spoilBank: number;
  readonly spoilLoose: number;
  /** Native that backfilling asks for beyond what was dug, as it lies in the ground. */
  readonly nativeShort: number;
  readonly pipe: readonly PipeQuantity[];
  readonly complete: boolean;
  /** Length of line that the amounts leave out. */
  readonly missingLength: number;
  /** Layers whose material is gone: what it weighs nobody knows. */
  readonly lost: readonly LostLayer[];
  /** Length of line that is steeper than that volumes per horizontal length can be taken for volumes per length of pipe. */
  readonly steepLength: number;
}

export interface MaterialQuantity {
  readonly material: Uuid;
  readonly placed: number;
  /** Placed volume with the waste on top. */
  readonly ordered: number;
  /** Ordered, as it lies loose in a truck. */
  readonly loose: number;
  /** Of the ordered volume. */
  readonly mass: number;
}

export interface LayerQuantity extends MaterialQuantity {
  readonly name: string;
}

export interface LostLayer {
  readonly name: string;
  readonly material: Uuid;
  /** The first run that it lies at. */
  readonly run: Uuid;
  readonly placed: number;
}

/** From this slope on volumes say that they are per horizontal length. */
export const STEEP = 0.1;

export interface PipeQuantity {
  readonly pipe: Uuid;
  /** Along the slope. */
  readonly length: number;
  readonly sticks: number;
}

/** Whole sticks for a length; a length that is a whole number of sticks does not ask for one more. */
export function sticksFor(length: number, stick: number): number {
  return Math.max(0, Math.ceil((length - NEAR) / stick));
}

export function lineQuantities(
  runs: readonly RunResult[],
  read: Pick<Reader, 'item'>,
  native: ItemOf<'native'>,
): Quantities {
  let excavation = 0;
  let pipeDisplaced = 0;
  let nativeReturned = 0;
  let missingLength = 0;
  let steepLength = 0;
  const layers = new Map<string, { name: string; material: Uuid; run: Uuid; placed: number }>();
  const pipes = new Map<Uuid, number>();
  for (const run of runs) {
    const amounts = run.trench?.amounts;
    if (run.grade.slope !== undefined && run.grade.slope > STEEP + NEAR_SLOPE) steepLength += run.length;
    missingLength += run.trench ? run.trench.missing : run.length;
    if (run.pipe) pipes.set(run.pipe.id, (pipes.get(run.pipe.id) ?? 0) + slopedLength(run.length, run.grade.slope));
    if (!amounts || !run.envelope) continue;
    excavation += amounts.excavation;
    pipeDisplaced += amounts.pipe;
    run.envelope.layers.forEach(({ key, name, material }, index) => {
      const placed = amounts.layers[index] as number;
      if (material === 'native') {
        nativeReturned += placed;
        return;
      }
      const sum = layers.get(key);
      if (sum) sum.placed += placed;
      else layers.set(key, { name, material, run: run.id, placed });
    });
  }
  const nativeBank = nativeReturned / (1 - native.shrink);
  const spoilBank = Math.max(0, excavation - nativeBank);
  const byMaterial = new Map<Uuid, number>();
  for (const { material, placed } of layers.values())
    byMaterial.set(material, (byMaterial.get(material) ?? 0) + placed);
  const toOrder = (material: Uuid, placed: number): MaterialQuantity => {
    const kind = read.item('material', material);
    const ordered = placed * (1 + (kind?.waste ?? 0));
    return { material, placed, ordered, loose: ordered * (kind?.loose ?? 1), mass: ordered * (kind?.density ?? 0) };
  };
  const lost = [...layers.values()].filter(({ material }) => !read.item('material', material));
  return {
    excavation,
    pipeDisplaced,
    layers: [...layers.values()].map(({ name, material, placed }) => ({ name, ...toOrder(material, placed) })),
    bought: [...byMaterial].map(([material, placed]) => toOrder(material, placed)),
    nativeReturned,
    nativeBank,
    spoilBank,
    spoilLoose: spoilBank * (1 + native.swell),
    nativeShort: Math.max(0, nativeBank - excavation),
    pipe: [...pipes].map(([pipe, length]) => ({
      pipe,
      length,
      sticks: sticksFor(length, read.item('pipe', pipe)?.stick ?? Infinity),
    })),
    complete: missingLength <= NEAR && lost.length === 0,
    missingLength,
    lost,
    steepLength,
  };
}
