import type { Item, ItemOf, Kind, Plan, Uuid } from '@alveus/plan';
import { KINDS, ONLY } from '@alveus/plan';
import { changedIds } from '../differ';
import type { Reader, Reference, Results, Wholes } from '../results';
import type { CellPass, Pass, TablePass } from './pass';
import type { Reads } from './reads';
import { ALL, hasRead, PassReads, ReadIndex, resultOf, sameReads } from './reads';
import { movedReferences, ownedIn } from './references';

/**
 * Evaluates a plan; given an earlier evaluation, recomputes only dependents of changed items. Reads are recorded with each
 * result; a change of an item or result invalidates its dependents, pass by pass in order. Cost goes with the dependents,
 * not with the plan. Invariant: the same results as of an evaluation from nothing.
 */

/**
 * All that was worked out for one state of a plan, and what each of it rests on. Never changed, but that what is pulled of
 * it is added.
 */
export interface Worked {
  readonly plan: Plan;
  readonly wholes: Map<string, Whole>;
  /** What passes give, by what it is and by id. */
  readonly results: Map<string, ReadonlyMap<Uuid, unknown>>;
  readonly reads: Map<string, PassReads>;
  /** Of each pass, what this time was worked out; all of it, where that is not said. */
  readonly recomputed: Map<string, ReadonlySet<Uuid>>;
  /** By pass, results of an earlier state that an edit has reached since: they wait until they are pulled. */
  readonly stale: Map<string, Set<Uuid>>;
  /** Passes that were pulled of this state; and by pass, the items it was last worked out for. */
  readonly pulled: Set<string>;
  readonly items: Map<string, object>;
  /** Who read what: made when an edit first asks for it, and shared by all states that came of one another. */
  index: ReadIndex | undefined;
}

interface Whole {
  readonly value: object;
  readonly reads: Reads;
}

export function work(passes: readonly Pass[], plan: Plan, before?: Worked): Worked {
  const worked: Worked = {
    plan,
    wholes: new Map(before?.wholes),
    results: new Map(before?.results),
    reads: new Map(before?.reads),
    recomputed: new Map(),
    stale: new Map([...(before?.stale ?? [])].map(([pass, ids]) => [pass, new Set(ids)])),
    pulled: new Set(),
    items: new Map(before?.items),
    index: before && indexOf(before),
  };
  new Working(worked).all(passes, before);
  return worked;
}

/**
 * Works out what nobody needs before it is looked at, and keeps it with the state that it is pulled of: of what was pulled
 * of an earlier state, only what the edits since reach.
 * @param passes in their order: each reads only what those before it give, and what was worked out
 */
export function pull(worked: Worked, passes: readonly Pass[]): void {
  const due = passes.filter(({ name }) => !worked.pulled.has(name));
  if (due.length > 0) new Working(worked).pull(due);
}

/** Results as they would be, by what they are and by id. */
export type Others = { readonly [W in keyof Results]?: ReadonlyMap<Uuid, Results[W]> };

/** What of a result is seen while results that it read change: worked out from what it was. */
export interface Glance<W extends keyof Results, Seen> {
  readonly of: W;
  work(before: Results[W], read: Reader): Seen;
}

/**
 * Results as they would be if those that they read were others, each worked out when it is first asked for; one that read
 * none of them is the very one of `worked`. Nothing is kept: it lasts as long as a finger drags.
 */
export function glanceOver<W extends keyof Results, Seen>(
  worked: Worked,
  others: Others,
  { of, work: look }: Glance<W, Seen>,
): { get(id: Uuid): Results[W] | Seen | undefined } {
  const index = indexOf(worked);
  const reads = worked.reads.get(of);
  const touched = new Set<Uuid>();
  const tables = Object.entries(others) as [string, ReadonlyMap<Uuid, unknown>][];
  for (const [what, table] of tables)
    for (const id of table.keys())
      for (const reader of index.readersOf(resultOf(what), id))
        if (reader.pass === of && hasRead(reads?.byId.get(reader.id), resultOf(what), id)) touched.add(reader.id);
  const results = new Map(worked.results);
  for (const [what, table] of tables) results.set(what, new Laid(table, worked.results.get(what)));
  const reader = new Recorder(worked.plan, results, worked.wholes);
  const seen = new Map<Uuid, Seen>();
  return {
    get: (id) => {
      const before = worked.results.get(of)?.get(id) as Results[W] | undefined;
      if (before === undefined || !touched.has(id)) return before;
      let now = seen.get(id);
      if (now === undefined) {
        reader.nextPass();
        seen.set(id, (now = look(before, reader)));
      }
      return now;
    },
  };
}

class Working {
  readonly #wholes: Worked['wholes'];
  readonly #results: Worked['results'];
  readonly #reads: Worked['reads'];
  readonly #recomputed: Worked['recomputed'];
  readonly #index: ReadIndex | undefined;
  /** By pass, what rests on something that is another now. */
  readonly #stale: Worked['stale'];
  readonly #reader: Recorder;
  private readonly plan: Plan;

  constructor(private readonly worked: Worked) {
    this.plan = worked.plan;
    this.#wholes = worked.wholes;
    this.#results = worked.results;
    this.#reads = worked.reads;
    this.#recomputed = worked.recomputed;
    this.#stale = worked.stale;
    this.#index = worked.index;
    this.#reader = new Recorder(this.plan, this.#results, this.#wholes);
  }

  all(passes: readonly Pass[], before: Worked | undefined): void {
    const differing = before ? this.compareItems(before.plan) : undefined;
    for (const pass of passes) this.run(pass, differing);
  }

  pull(passes: readonly Pass[]): void {
    for (const pass of passes) {
      this.run(pass, this.#results.has(pass.name) ? this.moved(pass) : undefined);
      this.worked.pulled.add(pass.name);
      if (pass.of === 'each' && pass.kind !== 'job') this.worked.items.set(pass.name, this.plan[pass.kind]);
    }
  }

  /** @param differing the ids that came and went since its results were worked out; undefined where there are none yet */
  private run(pass: Pass, differing: ReadonlyMap<Kind, readonly Uuid[]> | undefined): void {
    this.#reader.nextPass();
    if (pass.of === 'job') this.table(pass);
    else if (differing) this.some(pass, differing);
    else this.every(pass);
    this.#stale.delete(pass.name);
  }

  /** What came and went of the kind of a pass since it was pulled of an earlier state. */
  private moved(pass: Pass): ReadonlyMap<Kind, readonly Uuid[]> {
    if (pass.of === 'job' || pass.kind === 'job') return new Map();
    const [results, items] = [this.#results.get(pass.name), this.plan[pass.kind] as Readonly<Record<Uuid, Item>>];
    if (this.worked.items.get(pass.name) === items) return new Map();
    const ids: Uuid[] = [];
    for (const id in items) if (!results?.has(id)) ids.push(id);
    for (const id of results?.keys() ?? []) if (!(id in items)) ids.push(id);
    return new Map([[pass.kind, ids]]);
  }

  /** Marks what read an item that is another now. @returns the ids that came and went, by kind */
  private compareItems(before: Plan): ReadonlyMap<Kind, readonly Uuid[]> {
    const differing = new Map<Kind, readonly Uuid[]>();
    for (const kind of KINDS) {
      const [was, is] = [before[kind] as Record<Uuid, Item>, this.plan[kind] as Record<Uuid, Item>];
      const ids = changedIds(was, is);
      if (ids.length === 0) continue;
      this.changed(kind, ALL);
      for (const id of ids) {
        this.changed(kind, id);
        for (const [reference, owner] of movedReferences(kind, was[id], is[id])) this.changed(reference, owner);
      }
      differing.set(kind, ids);
    }
    return differing;
  }

  private changed(channel: string, id: Uuid): void {
    if (!this.#index) return;
    for (const dependent of this.#index.readersOf(channel, id)) {
      const { pass, id: of } = dependent;
      const reads = this.#reads.get(pass)?.byId.get(of) ?? this.#wholes.get(pass)?.reads;
      if (!hasRead(reads, channel, id)) continue;
      const stale = this.#stale.get(pass);
      if (stale) stale.add(of);
      else this.#stale.set(pass, new Set([of]));
    }
  }

  private table(pass: TablePass): void {
    const was = this.#wholes.get(pass.name);
    if (was && !this.#stale.has(pass.name)) return;
    const from = this.#reader.begin();
    const value = pass.work(this.#reader, was?.value);
    const reads = this.#reader.end(from);
    this.#wholes.set(pass.name, { value, reads });
    if (!was || !sameReads(was.reads, reads)) this.#index?.add(pass.name, ONLY, reads);
    if (was?.value === value) return;
    if (was) this.changed(resultOf(pass.name), ALL);
    for (const [name, table] of Object.entries(pass.tables)) {
      if (!table) continue;
      const now = table.of(value);
      const then = this.#results.get(name);
      this.#results.set(name, now);
      if (then) this.compareTables(name, then, now, table.same as (a: unknown, b: unknown) => boolean);
    }
  }

  private compareTables(
    name: string,
    then: ReadonlyMap<Uuid, unknown>,
    now: ReadonlyMap<Uuid, unknown>,
    same: (a: unknown, b: unknown) => boolean,
  ): void {
    if (then === now) return;
    let any = false;
    const differs = (id: Uuid): void => {
      any = true;
      this.changed(resultOf(name), id);
    };
    for (const [id, value] of now) {
      const before = then.get(id);
      if (before !== value && (before === undefined || !same(before, value))) differs(id);
    }
    for (const id of then.keys()) if (!now.has(id)) differs(id);
    if (any) this.changed(resultOf(name), ALL);
  }

  /** Works a pass out for every item of its kind. */
  private every(pass: CellPass): void {
    const values = new Map<Uuid, unknown>();
    const ids = pass.kind === 'job' ? [ONLY] : Object.keys(this.plan[pass.kind]);
    const from = this.#reader.begin();
    const ends: number[] = [];
    for (const id of ids) {
      values.set(id, pass.work(id, this.#reader));
      ends.push(this.#reader.begin());
    }
    this.#results.set(pass.name, values);
    const reads = new PassReads(this.#reader.log, from, ids, ends);
    this.#reads.set(pass.name, reads);
    if (this.#index) for (const [id, read] of reads.byId) this.#index.add(pass.name, id, read);
  }

  /** Works it out for what came, and for what rests on something that is another now. */
  private some(pass: CellPass, differing: ReadonlyMap<Kind, readonly Uuid[]>): void {
    const stale = this.#stale.get(pass.name) ?? new Set<Uuid>();
    const gone: Uuid[] = [];
    if (pass.kind !== 'job') {
      const results = this.#results.get(pass.name);
      for (const id of differing.get(pass.kind) ?? NONE) {
        const there = id in this.plan[pass.kind];
        if (there && results?.has(id) !== true) stale.add(id);
        else if (!there && results?.has(id) === true) gone.push(id);
      }
    }
    this.#recomputed.set(pass.name, stale);
    if (stale.size === 0 && gone.length === 0) return;
    const values = new Copied(this.#results.get(pass.name));
    const reads = new Copied(this.#reads.get(pass.name)?.byId);
    const changed: Uuid[] = [];
    for (const id of gone) {
      stale.delete(id);
      values.own().delete(id);
      reads.own().delete(id);
      changed.push(id);
    }
    for (const id of stale) {
      const from = this.#reader.begin();
      const value = pass.work(id, this.#reader);
      const read = this.#reader.end(from);
      const before = reads.now.get(id);
      if (!before || !sameReads(before, read)) {
        reads.own().set(id, read);
        this.#index?.add(pass.name, id, read);
      }
      const was = values.now.get(id);
      if (before && (was === value || pass.same?.(was as never, value) === true)) continue;
      values.own().set(id, value);
      changed.push(id);
    }
    this.#results.set(pass.name, values.now);
    this.#reads.set(pass.name, PassReads.of(reads.now));
    const channel = resultOf(pass.name);
    for (const id of changed) this.changed(channel, id);
    if (changed.length > 0) this.changed(channel, ALL);
  }
}

/** One table laid over another: only looked up, never copied. */
class Laid extends Map<Uuid, unknown> {
  constructor(
    over: ReadonlyMap<Uuid, unknown>,
    private readonly under: ReadonlyMap<Uuid, unknown> | undefined,
  ) {
    super(over);
  }

  override get(id: Uuid): unknown {
    return super.get(id) ?? this.under?.get(id);
  }
}

/** A map that is copied when it is first written to: most edits leave most passes as they are. */
class Copied<Value> {
  #own: Map<Uuid, Value> | undefined;

  constructor(private readonly shared: ReadonlyMap<Uuid, Value> | undefined) {}

  get now(): ReadonlyMap<Uuid, Value> {
    return this.#own ?? this.shared ?? this.own();
  }

  own(): Map<Uuid, Value> {
    return (this.#own ??= new Map(this.shared));
  }
}

function indexOf(worked: Worked): ReadIndex {
  if (worked.index) return worked.index;
  const index = new ReadIndex();
  for (const [pass, { reads }] of worked.wholes) index.add(pass, ONLY, reads);
  for (const [pass, { byId }] of worked.reads) for (const [id, reads] of byId) index.add(pass, id, reads);
  return (worked.index = index);
}

class Recorder implements Reader {
  /** What is read in one pass, one after the other: a list for all of them would be copied many times as it grows. */
  log: string[] = [];

  constructor(
    private readonly plan: Plan,
    private readonly results: ReadonlyMap<string, ReadonlyMap<Uuid, unknown>>,
    private readonly wholes: ReadonlyMap<string, Whole>,
  ) {}

  /** Where what is read from here on begins. */
  begin(): number {
    return this.log.length;
  }

  nextPass(): void {
    this.log = [];
  }

  /** What was read since then. */
  end(from: number): Reads {
    return { log: this.log, from, to: this.log.length };
  }

  item<K extends Kind>(kind: K, id: Uuid | undefined): ItemOf<K> | undefined {
    if (id === undefined) return undefined;
    this.log.push(kind, id);
    return (this.plan[kind] as Readonly<Record<Uuid, ItemOf<K>>>)[id];
  }

  owned(reference: Reference, owner: Uuid): readonly Uuid[] {
    this.log.push(reference, owner);
    return ownedIn(this.plan, reference, owner);
  }

  of<W extends keyof Results>(what: W, id: Uuid): Results[W] | undefined {
    this.log.push(resultOf(what), id);
    return this.table(what).get(id);
  }

  every<W extends keyof Results>(what: W): ReadonlyMap<Uuid, Results[W]> {
    this.log.push(resultOf(what), ALL);
    return this.table(what);
  }

  whole<W extends keyof Wholes>(what: W): Wholes[W] {
    this.log.push(resultOf(what), ALL);
    const whole = this.wholes.get(what);
    if (!whole) throw new Error(`${what} is read before it is worked out`);
    return whole.value as Wholes[W];
  }

  all<K extends Kind>(kind: K): Plan[K] {
    this.log.push(kind, ALL);
    return this.plan[kind];
  }

  private table<W extends keyof Results>(what: W): ReadonlyMap<Uuid, Results[W]> {
    const table = this.results.get(what);
    if (!table) throw new Error(`${what} is read before it is worked out`);
    return table as ReadonlyMap<Uuid, Results[W]>;
  }
}

const NONE: readonly Uuid[] = [];
