import type { FromA, Hole, Ports, Protection, Side, SoilClass, Uuid } from '@alveus/plan';
import type { HoleAmounts } from '../trench';

/** What the trench of a run has to do with those of others; told from its end a. */
export interface SharedTrench {
  /** Runs that lie in it, those nearest to its own pipe first. */
  readonly beside: readonly LyingIn[];
  /** Where it lies in the trench of another run itself. */
  readonly elsewhere: readonly {
    readonly from: FromA;
    readonly to: FromA;
    readonly lead: Uuid;
    readonly sharing: Uuid;
  }[];
  /** How far from its ends the holes of structures reach, in which its trench is not dug, m. */
  readonly reach: { readonly a: number; readonly b: number };
}

/** A hole at a node, as it is dug there. */
export interface HoleResult {
  readonly id: Uuid;
  readonly hole: Hole;
  /** Ground over its bottom, m, and the level of that; undefined where either is not known. */
  readonly depth: number | undefined;
  readonly bottom: number | undefined;
  /** How its sides are cut, and what that follows from. */
  readonly side: Side;
  readonly protection: Protection | undefined;
  readonly soil: SoilClass | undefined;
  /** What stands in it, where that is set by its ports. */
  readonly body: Body | undefined;
  readonly amounts: HoleAmounts | undefined;
}

/** A tank or a box as it stands. */
export interface Body {
  readonly ports: Ports;
  /** Elevation of its top, outside. */
  readonly top: number;
  /** How deep liquid stands in it, m. */
  readonly liquid: number;
}

/** A run in the trench of another. */
export interface LyingIn {
  readonly sharing: Uuid;
  readonly run: Uuid;
  /** Which stretch of that run, and along which stretch of the trench: the one's beginning at the other's, whichever way. */
  readonly own: { readonly from: FromA; readonly to: FromA };
  readonly lead: { readonly from: FromA; readonly to: FromA };
  readonly lies: 'left' | 'right' | 'over';
  readonly clear: number;
}
