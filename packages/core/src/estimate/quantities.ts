import type { ItemOf, Uuid } from '@alveus/plan';
import type { MaterialQuantity, Quantities, Reader, RunResult } from '../results';
import { NEAR, NEAR_SLOPE } from '../tolerance';
import { slopedLength } from '../trench';

/** From this slope on volumes say that they are per horizontal length. */
export const STEEP = 0.1;

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
