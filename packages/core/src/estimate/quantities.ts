import type { ItemOf, Material, MaterialClass, Uuid } from '@alveus/plan';
import { classOf } from '@alveus/plan';
import type { HoleResult, LayerQuantity, LostLayer, MaterialQuantity, Quantities, Reader, RunResult } from '../results';
import { NEAR, NEAR_SLOPE } from '../tolerance';
import type { EnvelopeLayer } from '../trench';
import { slopedLength } from '../trench';

/** From this slope on volumes say that they are per horizontal length. */
export const STEEP = 0.1;

/** Whole sticks for a length; a length that is a whole number of sticks does not ask for one more. */
export function sticksFor(length: number, stick: number): number {
  return Math.max(0, Math.ceil((length - NEAR) / stick));
}

export function lineQuantities(
  runs: readonly RunResult[],
  holes: readonly HoleResult[],
  read: Pick<Reader, 'item'>,
  native: ItemOf<'native'>,
): Quantities {
  let excavation = 0;
  let swales = 0;
  let inHoles = 0;
  let structures = 0;
  let holesMissing = 0;
  let pipeDisplaced = 0;
  let nativeReturned = 0;
  let missingLength = 0;
  let steepLength = 0;
  const layers = new Map<string, { name: string; material: Uuid; run: Uuid; placed: number; covered: number }>();
  const pipes = new Map<Uuid, number>();
  const classes = new Map<Uuid, MaterialClass | undefined>();
  const classIn = (id: Uuid): MaterialClass | undefined => {
    if (!classes.has(id)) classes.set(id, read.item('material', id)?.class);
    return classes.get(id);
  };
  for (const run of runs) {
    const amounts = run.trench?.amounts;
    if (run.grade.slope !== undefined && run.grade.slope > STEEP + NEAR_SLOPE) steepLength += run.length;
    missingLength += run.trench ? run.trench.missing : run.length;
    for (const { cut } of run.swales) swales += cut.volume;
    if (run.pipe && !carriesItself(run, classIn))
      pipes.set(run.pipe.id, (pipes.get(run.pipe.id) ?? 0) + slopedLength(run.length, run.grade.slope));
    if (!amounts || !run.envelope) continue;
    excavation += amounts.excavation;
    pipeDisplaced += amounts.pipe;
    const of = run.envelope.layers;
    for (let index = 0; index < of.length; index += 1) {
      const { key, name, material, group } = of[index] as EnvelopeLayer;
      const placed = amounts.layers[index] as number;
      if (material === 'native') {
        nativeReturned += placed;
        continue;
      }
      const covered = group === 'surface' ? amounts.covered : 0;
      const sum = layers.get(key);
      if (sum) {
        sum.placed += placed;
        sum.covered += covered;
      } else layers.set(key, { name, material, run: run.id, placed, covered });
    }
  }
  for (const { id, amounts } of holes) {
    if (!amounts) {
      holesMissing += 1;
      continue;
    }
    excavation += amounts.excavation;
    inHoles += amounts.excavation;
    structures += amounts.structure + amounts.void;
    pipeDisplaced += amounts.pipes;
    for (const { name, material, volume } of amounts.layers) {
      if (material === 'native') {
        nativeReturned += volume;
        continue;
      }
      const key = `${material} ${name}`;
      const sum = layers.get(key);
      if (sum) sum.placed += volume;
      else layers.set(key, { name, material, run: id, placed: volume, covered: 0 });
    }
  }
  const nativeBank = nativeReturned / (1 - native.shrink);
  const dug = excavation + swales;
  const spoilBank = Math.max(0, dug - nativeBank);
  const byMaterial = new Map<Uuid, { readonly kind: Material | undefined; placed: number; covered: number }>();
  const byLayer: LayerQuantity[] = [];
  const lost: LostLayer[] = [];
  for (const layer of layers.values()) {
    const { name, material, placed, covered } = layer;
    let bought = byMaterial.get(material);
    if (!bought) byMaterial.set(material, (bought = { kind: read.item('material', material), placed: 0, covered: 0 }));
    bought.placed += placed;
    bought.covered += covered;
    byLayer.push({ name, ...ordered(material, bought.kind, placed, covered) });
    if (!bought.kind) lost.push(layer);
  }
  return {
    excavation,
    swales,
    inHoles,
    structures,
    holesMissing,
    pipeDisplaced,
    layers: byLayer,
    bought: Array.from(byMaterial, ([material, { kind, placed, covered }]) => ordered(material, kind, placed, covered)),
    nativeReturned,
    nativeBank,
    spoilBank,
    spoilLoose: spoilBank * (1 + native.swell),
    nativeShort: Math.max(0, nativeBank - dug),
    pipe: Array.from(pipes, ([pipe, length]) => ({
      pipe,
      length,
      sticks: sticksFor(length, read.item('pipe', pipe)?.stick ?? Infinity),
    })),
    complete: missingLength <= NEAR && holesMissing === 0 && lost.length === 0,
    missingLength,
    lost,
    steepLength,
  };
}

/** Whether something in its section, such as chambers, brings what the water runs in. */
export function carriesItself(
  { envelope }: Pick<RunResult, 'envelope'>,
  classOfMaterial: (id: Uuid) => MaterialClass | undefined,
): boolean {
  if (!envelope) return false;
  for (const { material } of envelope.layers) {
    const found = material === 'native' ? undefined : classOfMaterial(material);
    if (found && classOf(found).carries) return true;
  }
  return false;
}

/** A material that is gone has no weight, and nothing of it is wasted. */
function ordered(material: Uuid, kind: Material | undefined, placed: number, covered: number): MaterialQuantity {
  const more = 1 + (kind?.waste ?? 0);
  const amount = placed * more;
  return {
    material,
    placed,
    ordered: amount,
    loose: amount * (kind?.loose ?? 1),
    mass: amount * (kind?.density ?? 0),
    area: covered * more,
  };
}
