import type { Crossing, UpRun, Uuid } from '@alveus/plan';

/** A utility where it lies at one run. */
export interface CrossingResult {
  readonly crossing: Crossing;
  readonly run: Uuid;
  /** Where along the run it is judged, m: where it crosses, or the tightest place beside it. */
  readonly at: UpRun;
  /** The stretch of the run that it lies along, m; one place where it crosses. */
  readonly stretch: { readonly from: UpRun; readonly to: UpRun };
  /** How much of what is told of it lies beyond an end of the run, m. */
  readonly beyond: number;
  /** Elevations of its outside at `at`; undefined where only a depth is known, and no ground. */
  readonly top: number | undefined;
  readonly bottom: number | undefined;
  /** Between the outsides of the two at `at`, plumb: positive when they are apart. Undefined where a level is not known. */
  readonly gap: number | undefined;
  /** Whether it lies over our pipe. */
  readonly over: boolean | undefined;
  /** For one beside: from outside to outside, level; the same all along. */
  readonly beside: number | undefined;
  /** For one beside: from its outside to what is dug for the run, level, the least of all places; negative where it lies within. */
  readonly wall: number | undefined;
  /** From outside to outside as the crow flies, the least of all places; negative where the two overlap. */
  readonly apart: number | undefined;
  /** Trench bottom to its underside; negative where the trench passes under it or cuts it. The least of all places. */
  readonly aboveBottom: number | undefined;
  /** All places at which something turns, up the run: between them every level goes straight. */
  readonly places: readonly CrossingPlace[];
}

/** A utility at one place along a run. */
export interface CrossingPlace {
  readonly at: UpRun;
  readonly top: number;
  readonly bottom: number;
  /** Outside of our pipe, and the bottom of our trench. */
  readonly crown: number;
  readonly underside: number;
  readonly trench: number;
  readonly ground: number | undefined;
  /** For one beside: from its outside to the side of the trench at its height, level; undefined where nothing is dug for the run. */
  readonly wall?: number;
}
