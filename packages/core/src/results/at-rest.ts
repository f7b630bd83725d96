import type { Uuid } from '@alveus/plan';
import type { NodeResult } from './node';
import type { RunResult } from './run';

/** Where water stands when rain has stopped and all that can has run out. */

export interface WetRun {
  readonly run: Uuid;
  /** Up to this elevation. */
  readonly level: number;
  /** The end that lies lower, whichever way the water goes: it is wet from there. */
  readonly from: 'low' | 'high';
  /** How deep it stands over the invert there, m. */
  readonly deep: number;
  /** Length along which its bottom lies under water, and along which it is full to its top, m. */
  readonly wet: number;
  readonly full: number;
  /** What stands in it, m³. */
  readonly volume: number;
  /** Whether it goes into the ground through the pipe's own wall. */
  readonly soaks: boolean;
}

/** The level at which water stands at a node, if it stands there at all, and the node that holds it there. */
export interface RestLevel {
  readonly level: number;
  /** Where it runs out once it stands higher; where it comes in, if that is water outside. */
  readonly at: Uuid;
  readonly outside: boolean;
}

export interface AtRest {
  readonly runs: ReadonlyMap<Uuid, WetRun>;
  /** None where nothing holds water at a node, or where it is not known. */
  readonly levels: ReadonlyMap<Uuid, RestLevel>;
}

/** Where water outside comes back through the pipe and up through a grate that lies lower. */
export interface Flood {
  readonly which: 'usual' | 'highest';
  readonly level: number;
  /** Over the grate, m. */
  readonly by: number;
  /** The node where it comes in. */
  readonly from: Uuid;
}

/** With water outside at its usual level, and at its highest. */
export interface Resting {
  /** What it was worked out of. */
  readonly of: { readonly runs: ReadonlyMap<Uuid, RunResult>; readonly nodes: ReadonlyMap<Uuid, NodeResult> };
  readonly usual: AtRest;
  readonly high: AtRest;
  readonly floods: ReadonlyMap<Uuid, Flood>;
}
