import type { ItemOf, Service, Uuid } from '@alveus/plan';

/** What comes together at a node. */
export interface NodeResult {
  readonly id: Uuid;
  readonly node: ItemOf<'node'>;
  /** The ground there, shared by every run that meets it, m. */
  readonly ground: number | undefined;
  /** Top of its grate or cover: the ground, as long as nothing else is said, m. */
  readonly rim: number | undefined;
  /** Runs that bring water to it, and runs that carry it away, the lowest first. */
  readonly arriving: readonly NodeEnd[];
  readonly leaving: readonly NodeEnd[];
  /** The lowest of all inverts there, m. */
  readonly invert: number | undefined;
  /** The bottom inside: the lowest invert, or that of a sump under it, m. */
  readonly bottom: number | undefined;
  /** Rim to the lowest invert, m. */
  readonly depth: number | undefined;
}

/** The end of a run at a node. */
export interface NodeEnd {
  readonly run: Uuid;
  readonly name: string;
  readonly line: Uuid;
  readonly service: Service | undefined;
  readonly invert: number | undefined;
  readonly slope: number | undefined;
  /** Inside diameter of its pipe, m. */
  readonly inside: number | undefined;
  /**
   * Of a run that arrives: down from its invert to that of the lowest run that leaves; negative where water would have
   * to climb. Of one that leaves: nothing.
   */
  readonly drop: number | undefined;
}
