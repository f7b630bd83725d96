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
import type { Replica } from './replica';
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

/** The desk of the open job: its papers lie in the store, where they are seen, and on the device. */
export interface OpenReplica extends Replica {
  /** A batch was taken back by the person who made it. */
  takenBack(batch: Uuid): Promise<void>;
  /** The server's as it is since it was put back, what waits from here on, and what went aside. */
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
  const { id } = about;
  /** Batches that were tried to be sent, or made anew: those leave the queue by their answer. */
  const sent = new Set<Uuid>();
  let known = about;
  const state = () => store.getState().job;
  /** The store has other papers once the job is closed, or opened anew. */
  const mine = (): boolean => state().id === id && state().opening === 'open';
  const waits = (batch: Uuid): boolean | undefined =>
    mine() ? state().pending.some((pending) => pending.id === batch) : undefined;
  /** Begins at once: what is to be kept is what waits now. */
  const guarded = async (work: () => Promise<void> | undefined, trouble: () => void): Promise<void> => {
    try {
      await work();
    } catch {
      trouble();
    }
  };
  /** Whether it is still this job that is open: another may have been opened while something was being kept. */
  const here = (): boolean => live() && mine();
  /** What waits now and is being made anew: it leaves the queue by its answer from here on. @returns its ids */
  const anew = (): Uuid[] => {
    const ids = state().pending.map((batch) => batch.id);
    for (const batch of ids) sent.add(batch);
    return ids;
  };
  const cannotKeep = (): void => void store.dispatch(deviceTroubled(device ? CANNOT_KEEP : KEEPS_NOTHING));
  const cannotHear = (): void => void store.dispatch(noticed('This device could not save what the server sent.'));

  return {
    job: id,
    live,
    state: () => {
      const { opening, held, pending, conflicts, decisions } = state();
      return {
        made: known.made ? known.name : undefined,
        known: opening === 'open',
        sequence: known.sequence,
        points: known.points ?? [],
        held,
        pending,
        conflicts,
        decisions,
      };
    },

    keep: () =>
      guarded(async () => {
        await keeper.keep(id, mine() ? state().pending : [], waits, (batch) => void store.dispatch(batchKept(batch)));
        store.dispatch(deviceTroubled(null));
      }, cannotKeep),

    madeKnown: async () => {
      const { made: _made, ...rest } = known;
      known = rest;
      await guarded(() => device?.madeKnown(id), cannotHear);
      if (here()) store.dispatch(jobMadeKnown());
    },

    named: (name) => {
      known = { ...known, name };
    },

    tried: (batch) => {
      sent.add(batch);
      store.dispatch(batchTried(batch));
    },

    heard: async (point, changes) => {
      known = heardUpTo(known, point);
      await guarded(() => device?.keepHeard(known, changes, undefined), cannotHear);
      if (!live()) return;
      const { opening, pending, kept } = state();
      if (opening === 'open') store.dispatch(changesHeard(changes));
      else store.dispatch(jobOpened({ name: known.name, held: changes, pending, kept }));
    },

    // Others' batches before this one are heard in the next round; the sequence moves only over what was heard.
    taken: async (batch, sequence) => {
      known = knowing(known, { sequence, at: batch.id });
      await guarded(() => device?.keepHeard(known, serverItemsOf(batch, sequence), batch.id), cannotHear);
      store.dispatch(batchTaken({ batch: batch.id, sequence }));
    },

    rebased: async (pending) => {
      const of = anew();
      try {
        await device?.replacePending(id, pending);
      } catch {
        // On the device is what it was made of; it is tried again.
        cannotKeep();
        throw new Left();
      }
      keeper.known(pending);
      if (here()) store.dispatch(pendingRebased({ of, pending }));
    },

    undecided: (conflicts) => void store.dispatch(conflictsFound(conflicts)),

    reject: async (rejected, pending) => {
      const of = anew();
      await guarded(() => device?.keepRejected(id, rejected, pending), cannotKeep);
      keeper.known(pending);
      if (here()) store.dispatch(batchesRejected({ of, rejected, pending }));
    },

    rejoined: async (divergence, pending, rejected) => {
      const of = anew();
      const { made: _made, lost: _lost, points: _points, ...rest } = known;
      known = heardUpTo({ ...rest, sequence: 0, ...(divergence.there ? {} : { made: true }) }, divergence.point);
      await guarded(() => device?.keepRejoined(known, divergence.theirs, pending, rejected), cannotKeep);
      keeper.known(pending);
      if (here())
        store.dispatch(jobRejoined({ of, held: divergence.theirs, pending, rejected, made: !divergence.there }));
    },

    takenBack: async (batch) => {
      if (sent.has(batch) || !keeper.has(batch)) return;
      await guarded(() => device?.dropPending(id, batch), cannotKeep);
    },
  };
}

const CANNOT_KEEP = 'Not saved: this device’s storage is full or locked. Leave this page open until it says Saved.';
const KEEPS_NOTHING = 'Not saved: this browser stores nothing. Leave this page open until it says Saved.';
