import type { Uuid } from '@alveus/plan';

/** What was read, and by whom. */

/** Stands for all of a sort. */
export const ALL = '*';
/** The channel of what a pass gives; that of the items of a kind is the kind itself, that of a reference the reference. */
export function resultOf(what: string): string {
  return CHANNELS[what] ?? (CHANNELS[what] = `=${what}`);
}
const CHANNELS: Record<string, string> = {};

/** A stretch of what was written down: channel and id by turns, in the order in which they were read. */
export interface Reads {
  readonly log: readonly string[];
  readonly from: number;
  readonly to: number;
}

/** What each result of a pass read. */
export class PassReads {
  #byId: ReadonlyMap<Uuid, Reads> | undefined;
  readonly #ids: readonly Uuid[];
  readonly #ends: readonly number[];

  /**
   * Of a pass that was worked out for one after the other; told apart when somebody first asks, which after most
   * evaluations nobody does.
   */
  constructor(
    private readonly log: readonly string[],
    private readonly from: number,
    ids: readonly Uuid[],
    ends: readonly number[],
  ) {
    this.#ids = ids;
    this.#ends = ends;
  }

  static of(byId: ReadonlyMap<Uuid, Reads>): PassReads {
    const reads = new PassReads(NOTHING, 0, NOTHING, []);
    reads.#byId = byId;
    return reads;
  }

  get byId(): ReadonlyMap<Uuid, Reads> {
    if (this.#byId) return this.#byId;
    const byId = new Map<Uuid, Reads>();
    let { from } = this;
    this.#ids.forEach((id, index) => {
      const to = this.#ends[index] as number;
      byId.set(id, { log: this.log, from, to });
      from = to;
    });
    return (this.#byId = byId);
  }
}

const NOTHING: readonly string[] = [];

/** A result that rests on something: one of a pass, or the whole that a pass gives. */
export interface Dependent {
  readonly pass: string;
  readonly id: Uuid;
}

/**
 * Who read what. It only ever grows, and serves every evaluation that came of one another: some that it names may have
 * read the thing in another evaluation only, and whoever asks looks into the reads of their own.
 */
export class ReadIndex {
  readonly #channels = new Map<string, Map<Uuid, Set<Dependent>>>();
  readonly #known = new Map<string, Map<Uuid, Dependent>>();

  add(pass: string, id: Uuid, reads: Reads): void {
    const dependent = this.dependent(pass, id);
    const { log, from, to } = reads;
    for (let index = from; index < to; index += 2) {
      const channel = log[index] as string;
      let byId = this.#channels.get(channel);
      if (!byId) this.#channels.set(channel, (byId = new Map<Uuid, Set<Dependent>>()));
      const there = byId.get(log[index + 1] as Uuid);
      if (there) there.add(dependent);
      else byId.set(log[index + 1] as Uuid, new Set([dependent]));
    }
  }

  readersOf(channel: string, id: Uuid): Iterable<Dependent> {
    return this.#channels.get(channel)?.get(id) ?? NOBODY;
  }

  private dependent(pass: string, id: Uuid): Dependent {
    let byId = this.#known.get(pass);
    if (!byId) this.#known.set(pass, (byId = new Map<Uuid, Dependent>()));
    let dependent = byId.get(id);
    if (!dependent) byId.set(id, (dependent = { pass, id }));
    return dependent;
  }
}

const NOBODY: readonly Dependent[] = [];

export function hasRead(reads: Reads | undefined, channel: string, id: Uuid): boolean {
  if (!reads) return false;
  const { log, from, to } = reads;
  for (let index = from; index < to; index += 2) if (log[index + 1] === id && log[index] === channel) return true;
  return false;
}

export function sameReads(a: Reads, b: Reads): boolean {
  if (a.to - a.from !== b.to - b.from) return false;
  for (let index = a.from, at = b.from; index < a.to; index += 1, at += 1) if (a.log[index] !== b.log[at]) return false;
  return true;
}
