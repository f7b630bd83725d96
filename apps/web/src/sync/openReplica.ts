import type { RejectedBatch, ServerItem, Lost, Pending, Point, Uuid } from '@alveus/plan';
import { serverItemsOf } from '@alveus/plan';
import type { KnownJob } from '../store/frame/jobs';
import { noticed } from '../store/frame/notice';
import {
  batchesRejected,
  batchKept,
  batchTaken,
  batchTried,
  changesHeard,
  conflictsFound,
  deviceTroubled,
  jobMadeKnown,
  jobOpened,
  jobRejoined,
  pendingRebased,
} from '../store/job';
import type { Store } from '../store/store';
import { Left } from './attended';
import type { Replica, ReplicaState } from './replica';
import type { Device } from './frame/device';
import { heardUpTo, knowing } from './frame/known';
import type { Keeper } from './keeper';

/** The server was put back to an earlier day: what it has, and what this device knows that it does not. */
export interface Divergence {
  /** Whether it has the job at all. */
  readonly there: boolean;
  readonly point: Point;
  readonly theirs: readonly ServerItem[];
  readonly lost: readonly Lost[];
}

/** The replica of the open job: its state lies in the store, where it is seen, and on the device. */
export interface OpenReplica extends Replica {
  /** A batch was taken back by the person who made it. */
  takenBack(batch: Uuid): Promise<void>;
  /** Takes the server's state since it was restored, what waits from here on, and what was rejected. */
  rejoined(divergence: Divergence, pending: readonly Pending[], rejected: readonly RejectedBatch[]): Promise<void>;
}

/** @param device undefined where the browser keeps nothing; then edits live on this page only, and it says so */
export function openReplica(
  store: Store,
  device: Device | undefined,
  about: KnownJob,
  keeper: Keeper,
  live: () => boolean,
): OpenReplica {
  const copy = new OpenCopy(store, device, about, keeper, live);
  return { job: about.id, live, state: () => copy.state(), ...queueOf(copy), ...heardBy(copy), ...rebasing(copy) };
}

/** What the parts of an open replica share. */
class OpenCopy {
  readonly id: Uuid;
  /** Batches that were tried to be sent, or rebased: those leave the queue by their answer. */
  readonly sent = new Set<Uuid>();

  constructor(
    readonly store: Store,
    readonly device: Device | undefined,
    public known: KnownJob,
    readonly keeper: Keeper,
    readonly live: () => boolean,
  ) {
    this.id = known.id;
  }

  state(): ReplicaState {
    const { opening, held, pending, conflicts, decisions } = this.store.getState().job;
    return {
      made: this.known.made ? this.known.name : undefined,
      known: opening === 'open',
      sequence: this.known.sequence,
      points: this.known.points ?? [],
      held,
      pending,
      conflicts,
      decisions,
    };
  }

  /** The store is about another job once this one is closed, or opened again. */
  mine(): boolean {
    const { id, opening } = this.store.getState().job;
    return id === this.id && opening === 'open';
  }

  /** Whether it is still this job that is open: another may have been opened while something was being saved. */
  here(): boolean {
    return this.live() && this.mine();
  }

  /** Marks all that waits now as sent, since it is being replaced. @returns its ids */
  markSent(): Uuid[] {
    const ids = this.store.getState().job.pending.map((batch) => batch.id);
    for (const batch of ids) this.sent.add(batch);
    return ids;
  }

  /** Begins at once: what is to be saved is what waits now. */
  async saveQueue(work: () => Promise<void> | undefined): Promise<void> {
    try {
      await work();
    } catch {
      this.cannotSave();
    }
  }

  async saveHeard(work: () => Promise<void> | undefined): Promise<void> {
    try {
      await work();
    } catch {
      this.store.dispatch(noticed('This device could not save what the server sent.'));
    }
  }

  cannotSave(): void {
    this.store.dispatch(deviceTroubled(this.device ? CANNOT_SAVE : SAVES_NOTHING));
  }
}

/** What waits to be sent. */
const queueOf = (copy: OpenCopy): Pick<OpenReplica, 'keep' | 'tried' | 'takenBack'> => ({
  keep: () =>
    copy.saveQueue(async () => {
      const { store } = copy;
      const waits = (batch: Uuid): boolean | undefined =>
        copy.mine() ? store.getState().job.pending.some((pending) => pending.id === batch) : undefined;
      const pending = copy.mine() ? store.getState().job.pending : [];
      await copy.keeper.keep(copy.id, pending, waits, (batch) => void store.dispatch(batchKept(batch)));
      store.dispatch(deviceTroubled(null));
    }),

  tried: (batch) => {
    copy.sent.add(batch);
    copy.store.dispatch(batchTried(batch));
  },

  takenBack: async (batch) => {
    if (copy.sent.has(batch) || !copy.keeper.has(batch)) return;
    await copy.saveQueue(() => copy.device?.dropPending(copy.id, batch));
  },
});

/** What the server said. */
const heardBy = (copy: OpenCopy): Pick<OpenReplica, 'madeKnown' | 'named' | 'heard' | 'taken'> => ({
  madeKnown: async () => {
    const { made: _made, ...rest } = copy.known;
    copy.known = rest;
    await copy.saveHeard(() => copy.device?.madeKnown(copy.id));
    if (copy.here()) copy.store.dispatch(jobMadeKnown());
  },

  named: (name) => {
    copy.known = { ...copy.known, name };
  },

  heard: async (point, changes) => {
    copy.known = heardUpTo(copy.known, point);
    await copy.saveHeard(() => copy.device?.keepHeard(copy.known, changes, undefined));
    if (!copy.live()) return;
    const { opening, pending, kept } = copy.store.getState().job;
    if (opening === 'open') copy.store.dispatch(changesHeard(changes));
    else copy.store.dispatch(jobOpened({ name: copy.known.name, held: changes, pending, kept }));
  },

  // Others' batches before this one are heard in the next round; the sequence moves only over what was heard.
  taken: async (batch, sequence) => {
    copy.known = knowing(copy.known, { sequence, at: batch.id });
    await copy.saveHeard(() => copy.device?.keepHeard(copy.known, serverItemsOf(batch, sequence), batch.id));
    copy.store.dispatch(batchTaken({ batch: batch.id, sequence }));
  },
});

/** What replaces the queue as a whole. */
const rebasing = (copy: OpenCopy): Pick<OpenReplica, 'rebased' | 'undecided' | 'reject' | 'rejoined'> => ({
  rebased: async (pending) => {
    const of = copy.markSent();
    try {
      await copy.device?.replacePending(copy.id, pending);
    } catch {
      // On the device is what it was made of; it is tried again.
      copy.cannotSave();
      throw new Left();
    }
    copy.keeper.known(pending);
    if (copy.here()) copy.store.dispatch(pendingRebased({ of, pending }));
  },

  undecided: (conflicts) => void copy.store.dispatch(conflictsFound(conflicts)),

  reject: async (rejected, pending) => {
    const of = copy.markSent();
    await copy.saveQueue(() => copy.device?.keepRejected(copy.id, rejected, pending));
    copy.keeper.known(pending);
    if (copy.here()) copy.store.dispatch(batchesRejected({ of, rejected, pending }));
  },

  rejoined: async ({ there, point, theirs }, pending, rejected) => {
    const of = copy.markSent();
    const { made: _made, lost: _lost, points: _points, ...rest } = copy.known;
    copy.known = heardUpTo({ ...rest, sequence: 0, ...(there ? {} : { made: true }) }, point);
    await copy.saveQueue(() => copy.device?.keepRejoined(copy.known, theirs, pending, rejected));
    copy.keeper.known(pending);
    if (copy.here()) copy.store.dispatch(jobRejoined({ of, held: theirs, pending, rejected, made: !there }));
  },
});

const CANNOT_SAVE = 'Not saved: this device’s storage is full or locked. Leave this page open until it says Saved.';
const SAVES_NOTHING = 'Not saved: this browser stores nothing. Leave this page open until it says Saved.';
