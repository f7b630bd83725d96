import type { BatchAnswer, Change, Changes, ServerItem, Item, Job, Pending, Point, Uuid } from '@alveus/plan';
import { addressOf, keyOf, readItem, upgradeBatch, VERSION } from '@alveus/plan';
import type { Api } from '../../src/sync/api';
import { Refused, Unreachable } from '../../src/sync/api';

let counter = 100;
export const uuid = (): Uuid => `30000000-0000-4000-8000-${(counter += 1).toString(16).padStart(12, '0')}`;

/** A batch as it comes over the line. */
export type Sent = Pick<Pending, 'id' | 'format' | 'changes'>;

/** The change protocol in memory, as the server keeps it. */
export class FakeServer {
  up = true;
  /** Takes the next batch, and breaks off before the answer. */
  loseAnswer = false;
  /** Makes the job, and breaks off before the answer. */
  loseMade = false;
  /** Whether the job is there, and how often it was made. */
  there = true;
  deleted = false;
  made = 0;
  /** Why a batch is not taken. */
  refuse: (batch: Sent) => string | undefined = () => undefined;
  sequence = 0;
  taken: Sent[] = [];
  /** As they came, taken or not. */
  readonly came: Sent[] = [];
  readonly held = new Map<string, ServerItem>();

  constructor(readonly id: Uuid) {}

  private async reached<T>(work: () => T): Promise<T> {
    if (!this.up) throw new Unreachable('down');
    return work();
  }

  readonly api: Api = {
    jobs: () => this.reached(() => [this.job()]),
    deletedJobs: () => this.reached(() => []),
    job: () => this.reached(() => this.job()),
    createJob: () =>
      this.reached(() => {
        if (this.there) throw new Refused(409, 'A job with this id exists already.', 'id-taken');
        this.there = true;
        this.made += 1;
        if (!this.loseMade) return this.job();
        this.loseMade = false;
        throw new Unreachable('the line broke');
      }),
    renameJob: () => this.reached(() => this.job()),
    deleteJob: () => this.reached(() => undefined),
    restoreJob: () => this.reached(() => this.job()),
    changes: (_id, since, point): Promise<Changes> =>
      this.reached(() => {
        this.together(point);
        return {
          sequence: this.sequence,
          at: this.taken[this.sequence - 1]?.id ?? null,
          changes: [...this.held.values()].filter(({ revision }) => revision > since),
        };
      }),
    send: (_id, batch, point) =>
      this.reached(() => {
        this.came.push(batch);
        this.together(point);
        const refusal = this.refuse(batch);
        if (refusal !== undefined) throw new Refused(422, refusal);
        const answer = this.take(upgradeBatch(batch) as Sent);
        if (!this.loseAnswer) return answer;
        this.loseAnswer = false;
        throw new Unreachable('the line broke');
      }),
  };

  /** @throws where somebody knows of a batch that is not here */
  private together({ sequence, at }: Point): void {
    if (this.deleted) throw new Refused(410, 'This job was deleted.', 'job-deleted');
    if (!this.there) throw new Refused(404, 'There is no such job.', 'no-job');
    if (sequence > this.sequence || (at !== null && this.taken[sequence - 1]?.id !== at))
      throw new Refused(409, 'The server was restored.', 'parted');
  }

  /** A copy of all it has. @returns how to put it back to that */
  backup(): () => void {
    const [taken, held, there] = [[...this.taken], new Map(this.held), this.there];
    return () => {
      this.taken = [...taken];
      this.sequence = taken.length;
      this.held.clear();
      for (const [key, item] of held) this.held.set(key, item);
      this.there = there;
    };
  }

  private job(): Job {
    return { id: this.id, name: 'Yard', sequence: this.sequence, changedAt: new Date(0).toISOString() };
  }

  private take(batch: Sent): BatchAnswer {
    const before = this.taken.findIndex(({ id }) => id === batch.id);
    if (before >= 0) return { taken: true, sequence: before + 1 };
    const base = (change: Change): number =>
      typeof change.base === 'number'
        ? change.base
        : 1 + this.taken.findIndex(({ id }) => id === (change.base as { after: Uuid }).after);
    const conflicts = batch.changes.filter(
      (change) => (this.held.get(keyOf(addressOf(change)))?.revision ?? 0) !== base(change),
    );
    if (conflicts.length > 0)
      return {
        taken: false,
        sequence: this.sequence,
        conflicts: conflicts.map(
          (change) => this.held.get(keyOf(addressOf(change))) ?? { ...addressOf(change), revision: 0, item: null },
        ),
      };
    this.sequence += 1;
    this.taken.push(batch);
    for (const change of batch.changes)
      this.held.set(keyOf(addressOf(change)), {
        ...addressOf(change),
        revision: this.sequence,
        ...(change.op === 'put' ? readItem({ ...change.item }) : { item: null }),
      });
    return { taken: true, sequence: this.sequence };
  }

  /** Somebody else's edit. */
  other(item: Item): void {
    this.take({
      id: uuid(),
      format: VERSION,
      changes: [{ op: 'put', item, base: this.held.get(keyOf(item))?.revision ?? 0 }],
    });
  }

  /** What it has at an address. */
  item(key: string): Item | null | undefined {
    return this.held.get(key)?.item;
  }
}

/** One server with several jobs; of others it knows nothing. */
export function together(first: FakeServer, ...more: readonly FakeServer[]): Api {
  const of = (id: Uuid): Api => {
    const found = [first, ...more].find((held) => held.id === id);
    if (found) return found.api;
    throw first.up ? new Refused(404, 'There is no such job.', 'no-job') : new Unreachable('down');
  };
  return {
    ...first.api,
    job: async (id) => of(id).job(id),
    createJob: async (id, name) => of(id).createJob(id, name),
    changes: async (id, since, point) => of(id).changes(id, since, point),
    send: async (id, batch, point) => of(id).send(id, batch, point),
  };
}
