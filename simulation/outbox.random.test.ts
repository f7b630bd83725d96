import 'fake-indexeddb/auto';
import fc from 'fast-check';
import type { Item, Uuid } from '@alveus/plan';
import { uuid } from './support/uuid';
import type { Fate } from './support/network';
import { Network } from './support/network';
import { simulate } from './support/simulate';
import { passes, SimulatedDevice } from './support/simulated';
import { LATER, load, PUMP } from './support/versions';

/**
 * Five jobs on one device, with everything that goes wrong in a trench: no signal, requests that get lost, come twice
 * or too late, pages that are killed, storage that is full, things the server will not have, somebody else at work on
 * the same things, and a server that is renewed meanwhile. The server and its PostgreSQL are real.
 */

jest.setTimeout(3_600_000);
const RUNS = 15 * Number(process.env['SOAK'] ?? 1);
const JOBS = 5;
const NODES = 3;

const job = fc.nat(JOBS - 1);
const node = fc.nat(NODES - 1);
const op = fc.oneof(
  { weight: 8, arbitrary: fc.record({ do: fc.constant('type' as const), node }) },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('open' as const), job }) },
  { weight: 2, arbitrary: fc.constant({ do: 'kill' as const }) },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('signal' as const), up: fc.boolean() }) },
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constant('trouble' as const),
      fate: fc.constantFrom<Fate>('lost', 'answer-lost', 'twice', 'late'),
    }),
  },
  { weight: 2, arbitrary: fc.constant({ do: 'arrive' as const }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('curse' as const), job, node }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('full' as const), on: fc.boolean() }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('theirs' as const), job, node }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('pump' as const), job }) },
  { weight: 1, arbitrary: fc.constant({ do: 'renew' as const }) },
  { weight: 6, arbitrary: fc.record({ do: fc.constant('wait' as const), ms: fc.nat(20_000) }) },
);
type Op = typeof op extends fc.Arbitrary<infer T> ? T : never;

const apps = { now: load('now'), next: load('next') };
const simulation = simulate(apps.now);

const highOf = (item: object | null | undefined): number | undefined =>
  (item as { water?: { high?: number } } | null | undefined)?.water?.high;

class World {
  readonly jobs = Array.from({ length: JOBS }, () => ({
    id: uuid(),
    nodes: Array.from({ length: NODES }, () => uuid()),
  }));
  readonly cursed = new Set<Uuid>();
  readonly pumps: { readonly job: Uuid; readonly item: Item }[] = [];
  readonly device = new SimulatedDevice<{ node: Uuid; value: number }>(apps, simulation.server, this.job(0).id);
  /** Somebody else, who has signal. */
  readonly #other = new Network(simulation.server.url);
  #value = 0;

  private job(index: number) {
    return this.jobs[index] as World['jobs'][number];
  }

  async begin(): Promise<void> {
    await simulation.server.reset(apps.now);
    for (const { id } of this.jobs) await simulation.server.makeJob(id, 'Yard');
    this.device.network.refuses = (body) =>
      [...this.cursed].some((id) => body.includes(id)) ? 'Not this one.' : undefined;
  }

  /** Their change of a thing, on top of what is there. */
  private async theirs(
    job: Uuid,
    address: { kind: string; id: Uuid },
    change: (now: Item | null) => Item | null,
  ): Promise<void> {
    const { api, plan } = apps[simulation.server.version];
    const theirs = this.#other.over(api.api);
    const { changes } = await theirs.changes(job, 0, plan.START);
    const now = changes.find(({ kind, id }) => kind === address.kind && id === address.id);
    const item = change(now?.item ?? null);
    if (!item) return;
    const put = { op: 'put' as const, item, base: now?.revision ?? 0 };
    await theirs.send(job, { id: uuid(), format: plan.VERSION, changes: [put], step: [] }, plan.START);
  }

  async do(step: Op): Promise<void> {
    const { device } = this;
    const { network } = device;
    switch (step.do) {
      case 'type':
        return device.type((plan, open) => {
          const node = this.jobs.find(({ id }) => id === open)?.nodes[step.node];
          if (node === undefined) return undefined;
          const value = (this.#value += 1);
          const now = plan.node[node] ?? { kind: 'node', id: node, name: 'Basin', form: 'manhole' };
          return { item: { ...now, water: { high: value } }, what: { node, value } };
        });
      case 'open':
        return device.open(this.job(step.job).id);
      case 'kill':
        return this.kill();
      case 'signal':
        network.up = step.up;
        return;
      case 'trouble':
        network.fates.push(step.fate);
        return;
      case 'arrive':
        return network.arrive();
      case 'curse':
        this.cursed.add(this.job(step.job).nodes[step.node] as Uuid);
        return;
      case 'full':
        device.full = step.on;
        return;
      case 'theirs': {
        const { id, nodes } = this.job(step.job);
        const node = { kind: 'node', id: nodes[step.node] as Uuid };
        return this.theirs(id, node, (now) => now && ({ ...now, name: `Theirs ${uuid().slice(-6)}` } as Item));
      }
      case 'pump': {
        const { id } = this.job(step.job);
        const item = { kind: PUMP, id: uuid(), lift: step.job + 0.25 } as unknown as Item;
        this.pumps.push({ job: id, item });
        return this.theirs(id, { kind: PUMP, id: item.id }, () => item);
      }
      // A page that is open is too old from here on: it is loaded anew when it was killed, or at last.
      case 'renew':
        return simulation.server.version === 'now' ? simulation.server.renew('next', apps.next) : undefined;
      case 'wait':
        return passes(step.ms);
    }
  }

  /** The page goes; the next one is of the build that the server has. */
  async kill(): Promise<void> {
    await this.device.kill();
    this.device.version = simulation.server.version;
  }

  /** Signal, room and time, and the page loaded anew where it asks for that. */
  async heal(): Promise<void> {
    this.device.full = false;
    this.device.network.up = true;
    this.device.network.fates.length = 0;
    if (this.device.version !== simulation.server.version) await this.kill();
    for (let tries = 0; tries < 40 && (tries < 2 || (await this.device.waiting()) > 0); tries += 1) {
      await (await this.device.page()).outbox.run();
      await passes(15_000);
    }
    expect(await this.device.waiting()).toBe(0);
    await this.device.network.arrive();
  }

  /** Nothing kept is lost, nothing came twice or in another order, and what is missing was set aside. */
  async check(): Promise<void> {
    const page = await this.device.page();
    this.device.noteKept(page);
    const { device, outbox, store } = page;
    for (const { id, nodes } of this.jobs) {
      const items = await simulation.server.items(id);
      const puts = await simulation.server.puts(id);
      const { rejected } = await device.read(id);
      for (const node of nodes) {
        const mine = this.device.typed.filter(({ job, what }) => job === id && what.node === node);
        const values = puts.flatMap((item) => (item.id === node ? [highOf(item)] : []));
        const turns = values.filter((value, index) => value !== undefined && value !== values[index - 1]);
        expect(turns).toEqual([...new Set(turns)].sort((a, b) => Number(a) - Number(b)));
        const last = mine.findLast(({ kept }) => kept);
        const there = items.find((item) => item.id === node);
        if (there && simulation.server.version === 'next') expect(there).toMatchObject(LATER);
        const refused = rejected.flatMap(({ step }) =>
          step.flatMap(({ address, after }) => (address.id === node ? [highOf(after)] : [])),
        );
        if (!this.cursed.has(node)) expect(refused).toEqual([]);
        if (!last) continue;
        const may = mine.flatMap(({ what }): (number | undefined)[] =>
          what.value >= last.what.value ? [what.value] : [],
        );
        expect([highOf(there), ...refused].some((value) => may.includes(value))).toBe(true);
      }
      // What the device could not read while it was too old went round unharmed.
      for (const { item } of this.pumps.filter(({ job }) => job === id)) {
        expect(JSON.stringify(items.find((candidate) => candidate.id === item.id))).toBe(JSON.stringify(item));
      }
      await outbox.open(id);
      const { plan, held } = store.getState().job;
      const known = [...this.device.app.plan.itemsOf(plan), ...this.device.app.plan.foreignOf(held, [])];
      const byId = (a: object, b: object): number => ((a as Item).id < (b as Item).id ? -1 : 1);
      expect(known.sort(byId)).toEqual([...items].sort(byId));
    }
  }
}

test('whatever happens, what was kept arrives once and in order, or is set aside; and the outbox empties', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(op, { minLength: 5, maxLength: 60 }), async (steps) => {
      const world = new World();
      try {
        await world.begin();
        for (const step of steps) await world.do(step);
        await world.heal();
        await world.check();
      } finally {
        await world.device.kill();
      }
    }),
    { numRuns: RUNS, endOnFailure: process.env['NO_SHRINK'] === '1' },
  );
});
