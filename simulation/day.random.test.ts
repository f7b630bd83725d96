import 'fake-indexeddb/auto';
import fc from 'fast-check';
import type { Choice, Conflict, Item, Lost, Node, Uuid } from '@alveus/plan';
import { keyOf } from '@alveus/plan';
import { conflictChosen } from '../apps/web/src/store/job';
import { uuid } from './support/uuid';
import type { Fate } from './support/network';
import { simulate } from './support/simulate';
import { passes, SimulatedDevice } from './support/simulated';
import { load } from './support/versions';

/**
 * Two devices on one job for a day, each often without signal, and a server that is put back to what it was in the
 * morning. In the end both have the same plan, and whatever was typed is in it, was typed over by somebody who saw it,
 * or was decided against by somebody who was shown both values.
 */

jest.setTimeout(3_600_000);
const RUNS = 15 * Number(process.env['SOAK'] ?? 1);
const NODES = 2;

const whose = fc.constantFrom(0 as const, 1 as const);
const op = fc.oneof(
  {
    weight: 10,
    arbitrary: fc.record({
      do: fc.constant('type' as const),
      who: whose,
      node: fc.nat(NODES - 1),
      field: fc.constantFrom('name' as const, 'water' as const),
    }),
  },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('signal' as const), who: whose, up: fc.boolean() }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('kill' as const), who: whose }) },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('trouble' as const),
      who: whose,
      fate: fc.constantFrom<Fate>('lost', 'answer-lost', 'twice', 'late'),
    }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('arrive' as const), who: whose }) },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('decide' as const), who: whose, mine: fc.boolean() }) },
  { weight: 8, arbitrary: fc.record({ do: fc.constant('wait' as const), ms: fc.nat(20_000) }) },
);
type Op = typeof op extends fc.Arbitrary<infer T> ? T : never;
type Who = 0 | 1;
type Field = 'name' | 'water';

const app = load('now');
const apps = { now: app, next: app };
const simulation = simulate(app);

/** A value of one field of one node; every value is typed once. */
type Value = string | number | undefined;
const valueOf = (item: Item | null | undefined, field: Field): Value =>
  field === 'name' ? (item as Node | null | undefined)?.name : (item as Node | null | undefined)?.water?.high;
const FIELDS: readonly Field[] = ['name', 'water'];

interface Written {
  readonly node: Uuid;
  readonly field: Field;
  readonly value: Value;
  /** What stood there when it was typed. */
  readonly before: Value;
}

class Day {
  readonly job = uuid();
  readonly nodes = Array.from({ length: NODES }, () => uuid());
  readonly devices = [0, 1].map(() => new SimulatedDevice<Written>(apps, simulation.server, this.job));
  /** Values that somebody decided against, who saw the other one. */
  readonly #givenUp = new Set<Value>();
  readonly #decided = new Set<string>();
  readonly #merges = [0, 0];
  #count = 0;

  device(of: Who): SimulatedDevice<Written> {
    return this.devices[of] as SimulatedDevice<Written>;
  }

  async begin(): Promise<void> {
    await simulation.server.reset(app);
    await simulation.server.makeJob(this.job, 'Yard');
    await this.device(0).page();
    for (const node of this.nodes) {
      const item: Item = { kind: 'node', id: node, name: 'Basin', form: 'manhole', water: { high: -1 } };
      await this.settle();
      await this.device(0).type(() => ({ item, what: { node, field: 'name', value: 'Basin', before: undefined } }));
    }
    await this.settle();
  }

  async do(step: Op): Promise<void> {
    if (step.do === 'wait') return passes(step.ms);
    const device = this.device(step.who);
    switch (step.do) {
      case 'type':
        return device.type((plan) => {
          const node = this.nodes[step.node] as Uuid;
          const now = plan.node[node];
          if (!now) return undefined;
          this.#count += 1;
          const [name, high] = [`Name ${this.#count}`, this.#count];
          const value = step.field === 'name' ? name : high;
          const item = { ...now, ...(step.field === 'name' ? { name } : { water: { high } }) };
          return { item, what: { node, field: step.field, value, before: valueOf(now, step.field) } };
        });
      case 'signal':
        device.network.up = step.up;
        return;
      case 'kill':
        return device.kill();
      case 'trouble':
        device.network.fates.push(step.fate);
        return;
      case 'arrive':
        return device.network.arrive();
      case 'decide':
        return this.decide(step.who, step.mine ? 'mine' : 'theirs');
    }
  }

  /** Somebody looks at what the page asks, and decides it all alike. */
  async decide(of: Who, choice: Choice): Promise<void> {
    const { store, outbox } = await this.device(of).page();
    const { conflicts, diverged: diverged } = store.getState().job;
    for (const conflict of conflicts) {
      this.choose(of, conflict, choice);
      store.dispatch(conflictChosen({ key: keyOf(conflict.address), choice }));
    }
    if (conflicts.length > 0) await outbox.settle();
    if (!diverged) return;
    this.#merges[of] = (this.#merges[of] ?? 0) + 1;
    const choices = new Map(diverged.lost.map((lost) => [keyOf(lost.address), this.merged(lost, choice)]));
    await outbox.rejoin(choices);
  }

  /** Both values are shown, once. */
  private choose(of: Who, { mine, theirs, fields }: Conflict, choice: Choice): void {
    for (const field of FIELDS.filter((field) => fields.includes(field))) {
      const [here, there] = [valueOf(mine, field), valueOf(theirs, field)];
      expect(here).not.toBe(there);
      const shown = `${of}: ${here} or ${there}`;
      expect(this.#decided).not.toContain(shown);
      this.#decided.add(shown);
      this.#givenUp.add(choice === 'mine' ? there : here);
    }
  }

  /** Where the server's is to stay the device's goes aside; where not, what the server has differently is given up. */
  private merged({ mine, theirs, both }: Lost, choice: Choice): Choice {
    const which = both ? choice : 'mine';
    for (const field of FIELDS) {
      const [here, there] = [valueOf(mine.item, field), valueOf(theirs?.item, field)];
      if (here !== there) this.#givenUp.add(which === 'mine' ? there : here);
    }
    return which;
  }

  /** Both have signal and time, and whoever is asked decides. */
  async settle(): Promise<void> {
    for (const { network } of this.devices) {
      network.up = true;
      network.fates.length = 0;
    }
    for (let tries = 0; tries < 60; tries += 1) {
      let busy = 0;
      for (const who of [0, 1] as const) {
        const { outbox, store, opening } = await this.device(who).page();
        await opening;
        await outbox.run();
        await passes(15_000);
        await this.decide(who, 'mine');
        await outbox.run();
        const { conflicts, diverged: diverged } = store.getState().job;
        busy += (await this.device(who).waiting()) + conflicts.length + (diverged ? 1 : 0);
      }
      if (busy === 0 && tries > 0) break;
    }
    for (const device of this.devices) expect(await device.waiting()).toBe(0);
  }

  async check(restored: boolean): Promise<void> {
    for (const { network } of this.devices) await network.arrive();
    const items = await simulation.server.items(this.job);
    for (const device of this.devices) {
      const page = await device.page();
      await page.opening;
      await page.outbox.run();
      device.noteKept(page);
      expect(app.plan.itemsOf(page.store.getState().job.plan)).toEqual(items);
    }
    for (const merges of this.#merges) expect(merges).toBeLessThanOrEqual(restored ? 1 : 0);
    const typed = this.devices.flatMap((device) => device.typed);
    for (const node of this.nodes) {
      for (const field of FIELDS) {
        const before = new Map<Value, Value>();
        for (const { what } of typed)
          if (what.node === node && what.field === field) before.set(what.value, what.before);
        const accounted = new Set<Value>();
        const account = (value: Value): void => {
          for (let at = value; at !== undefined && !accounted.has(at); at = before.get(at)) accounted.add(at);
        };
        account(
          valueOf(
            items.find(({ id }) => id === node),
            field,
          ),
        );
        for (const value of this.#givenUp) if (before.has(value)) account(value);
        for (const device of this.devices) {
          const last = device.typed.findLast(({ what, kept }) => kept && what.node === node && what.field === field);
          if (last) expect([...accounted]).toContain(last.what.value);
        }
      }
    }
  }

  async end(): Promise<void> {
    for (const device of this.devices) await device.kill();
  }
}

const hours = fc.array(op, { minLength: 3, maxLength: 40 });

test('two devices, each often without signal, end with one plan, and every conflict was shown once', async () => {
  await fc.assert(
    fc.asyncProperty(hours, async (steps) => {
      const day = new Day();
      try {
        await day.begin();
        for (const step of steps) await day.do(step);
        await day.settle();
        await day.check(false);
      } finally {
        await day.end();
      }
    }),
    { numRuns: RUNS, endOnFailure: process.env['NO_SHRINK'] === '1' },
  );
});

test('a server put back in the middle of the day: each device offers what it knows once, and nothing is lost', async () => {
  await fc.assert(
    fc.asyncProperty(hours, hours, hours, async (morning, noon, evening) => {
      const day = new Day();
      try {
        await day.begin();
        for (const step of morning) await day.do(step);
        const restore = await simulation.server.backup(day.job);
        for (const step of noon) await day.do(step);
        await restore();
        for (const step of evening) await day.do(step);
        await day.settle();
        await day.check(true);
      } finally {
        await day.end();
      }
    }),
    { numRuns: RUNS, endOnFailure: process.env['NO_SHRINK'] === '1' },
  );
});
