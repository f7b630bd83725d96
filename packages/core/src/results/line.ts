import type { ItemOf, Uuid } from '@alveus/plan';
import type { LineOrder } from '../grade';
import { NEAR } from '../tolerance';

/** Of a line, what does not depend on how deep it lies. */
export interface LineShape {
  readonly id: Uuid;
  readonly line: ItemOf<'line'>;
  readonly order: LineOrder;
}

/** What it buys is worked out when somebody looks at it, by the take-off. */
export interface LineResult extends LineShape {
  readonly soil: LineSoil;
  readonly gaps: LineGaps;
}

/** What a line digs, and where that goes: m³. */
export interface LineSoil {
  /** Of trenches and of the holes of structures, in the ground. */
  readonly excavation: number;
  /** Of that, in holes. */
  readonly inHoles: number;
  /** Of swales, in the ground: cut before the trenches are, and none of it put back. */
  readonly swales: number;
  /** Taken up by structures, with what is left open round their shafts; and by pipe. */
  readonly structures: number;
  readonly pipeDisplaced: number;
  /** Native soil put back, placed. */
  readonly nativeReturned: number;
  /** The same, as it lay in the ground. */
  readonly nativeBank: number;
  /** Left over, in the ground and in the truck. */
  readonly spoilBank: number;
  readonly spoilLoose: number;
  /** Native that backfilling asks for beyond what was dug, as it lies in the ground. */
  readonly nativeShort: number;
}

/** What the amounts of a line leave out. */
export interface LineGaps {
  /** Length without ground or grade, m. */
  readonly length: number;
  /** Holes whose depth is not known. */
  readonly holes: number;
  /** Layers whose material is gone: what it weighs nobody knows. */
  readonly lost: readonly LostLayer[];
  /** Materials that are set by the piece, and of which nobody said how long one is. */
  readonly unsized: readonly Uuid[];
  /** Length that is steeper than that volumes per horizontal length can be taken for volumes per length of pipe, m. */
  readonly steep: number;
}

export interface LostLayer {
  readonly name: string;
  readonly material: Uuid;
  /** The first run, or the node, that it lies at. */
  readonly run: Uuid;
  readonly placed: number;
}

/** Whether the amounts of a line leave nothing out. */
export const isWhole = ({ length, holes, lost, unsized }: LineGaps): boolean =>
  length <= NEAR && holes === 0 && lost.length === 0 && unsized.length === 0;
