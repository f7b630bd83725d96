import type { ItemOf, Uuid } from '@alveus/plan';
import { classOf, ONLY } from '@alveus/plan';
import type { LineOrder } from '../../grade';
import type { HoleResult, LineGaps, LineSoil, LostLayer, Reader, RunResult } from '../../results';
import { NEAR_SLOPE } from '../../tolerance';
import { eachPass } from '../pass';

/** Soil of which nothing was said; swell and shrink are common practice for mixed earth. */
export const DEFAULT_NATIVE: ItemOf<'native'> = {
  kind: 'native',
  id: ONLY,
  name: 'Native soil',
  swell: 0.25,
  shrink: 0.1,
};

/** From this slope on volumes say that they are per horizontal length. */
const STEEP = 0.1;
const NONE: readonly HoleResult[] = [];

/** A line: what it digs and puts back, and what of it nobody knows yet. */
export const line = eachPass<'line'>({
  name: 'line',
  kind: 'line',
  work: (id, read) => {
    const order = read.of('order', id) as LineOrder;
    const runs = order.runs.map((run) => read.of('run', run.id) as RunResult);
    const holes = holesOf(id, read);
    return {
      id,
      line: read.item('line', id) as ItemOf<'line'>,
      order,
      soil: soilOf(runs, holes, read.item('native', ONLY) ?? DEFAULT_NATIVE),
      gaps: gapsOf(runs, holes, read),
    };
  },
});

/** Holes whose amounts are the line's. */
function holesOf(id: Uuid, read: Reader): readonly HoleResult[] {
  const nodes = read.of('holesOf', id);
  return nodes ? nodes.flatMap((node) => read.of('hole', node) ?? []) : NONE;
}

function soilOf(
  runs: readonly RunResult[],
  holes: readonly HoleResult[],
  { shrink, swell }: ItemOf<'native'>,
): LineSoil {
  let excavation = 0;
  let inHoles = 0;
  let swales = 0;
  let structures = 0;
  let pipeDisplaced = 0;
  let nativeReturned = 0;
  for (const { trench, envelope, swales: cut } of runs) {
    for (const swale of cut) swales += swale.cut.volume;
    const amounts = trench?.amounts;
    if (!amounts || !envelope) continue;
    excavation += amounts.excavation;
    pipeDisplaced += amounts.pipe;
    for (let index = 0; index < envelope.layers.length; index += 1)
      if (envelope.layers[index]?.material === 'native') nativeReturned += amounts.layers[index] as number;
  }
  for (const { amounts } of holes) {
    if (!amounts) continue;
    excavation += amounts.excavation;
    inHoles += amounts.excavation;
    structures += amounts.structure + amounts.void;
    pipeDisplaced += amounts.pipes;
    for (const { material, volume } of amounts.layers) if (material === 'native') nativeReturned += volume;
  }
  const nativeBank = nativeReturned / (1 - shrink);
  const dug = excavation + swales;
  const spoilBank = Math.max(0, dug - nativeBank);
  return {
    excavation,
    inHoles,
    swales,
    structures,
    pipeDisplaced,
    nativeReturned,
    nativeBank,
    spoilBank,
    spoilLoose: spoilBank * (1 + swell),
    nativeShort: Math.max(0, nativeBank - dug),
  };
}

function gapsOf(runs: readonly RunResult[], holes: readonly HoleResult[], read: Pick<Reader, 'item'>): LineGaps {
  let length = 0;
  let steep = 0;
  const materials = new Set<string>(['native']);
  const unsized: Uuid[] = [];
  const lost = new Map<string, LostLayer>();
  const there = (id: Uuid): boolean => {
    const material = read.item('material', id);
    if (material && classOf(material.class).sold === 'piece' && !material.piece) unsized.push(id);
    return material !== undefined;
  };
  /** A layer that has a material is asked about once; one that has none is summed up by its name. */
  const layer = (material: string, name: string, run: Uuid, placed: number): void => {
    if (materials.has(material)) return;
    const key = `${material} ${name}`;
    const before = lost.get(key);
    if (before) lost.set(key, { ...before, placed: before.placed + placed });
    else if (there(material)) materials.add(material);
    else lost.set(key, { name, material, run, placed });
  };
  for (const { id, length: long, grade, trench, envelope } of runs) {
    if (grade.slope !== undefined && grade.slope > STEEP + NEAR_SLOPE) steep += long;
    length += trench ? trench.missing : long;
    const amounts = trench?.amounts;
    if (amounts && envelope)
      envelope.layers.forEach(({ material, name }, index) =>
        layer(material, name, id, amounts.layers[index] as number),
      );
  }
  let blind = 0;
  for (const { id, amounts } of holes) {
    if (!amounts) blind += 1;
    else for (const { material, name, volume } of amounts.layers) layer(material, name, id, volume);
  }
  return { length, holes: blind, lost: [...lost.values()], unsized, steep };
}
