import type { Uuid } from '@alveus/plan';

/** What one line takes: dug, bought, put back, hauled away, laid. Volumes in m³, masses in kg, lengths in m. */
export interface Quantities {
  /** Of trenches and of the holes of structures, in the ground. */
  readonly excavation: number;
  /** Of that, in holes. */
  readonly inHoles: number;
  /** Taken by structures, and left open round their shafts. */
  readonly structures: number;
  /** Holes whose depth is not known: their amounts are left out. */
  readonly holesMissing: number;
  /** Of swales, in the ground: cut before the trenches are, and none of it put back. */
  readonly swales: number;
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
  /** What it covers where it lies on the ground, with the waste on top: sod is bought by that, m². */
  readonly area: number;
}

export interface LayerQuantity extends MaterialQuantity {
  readonly name: string;
}

export interface LostLayer {
  readonly name: string;
  readonly material: Uuid;
  /** The first run, or the node, that it lies at. */
  readonly run: Uuid;
  readonly placed: number;
}

export interface PipeQuantity {
  readonly pipe: Uuid;
  /** Along the slope. */
  readonly length: number;
  readonly sticks: number;
}
