import type { ServerItem, Uuid } from '@alveus/plan';
import { serverItemsOf, keyOf, NO_DECISIONS, withHeard } from '@alveus/plan';
import type { Replica, ReplicaState } from './replica';
import type { Device } from './frame/device';
import type { KnownJob } from '../store/frame/jobs';
import { heardUpTo, isKnownHere, knowing } from './frame/known';

/** The replica of a job that is on the device and not open: what waits of it is sent all the same. */
export async function closedReplica(device: Device, job: Uuid, live: () => boolean): Promise<Replica | undefined> {
  const kept = await device.read(job);
  const { job: about } = kept;
  if (!about) return undefined;
  let known = about;
  let state: ReplicaState = {
    made: about.made ? about.name : undefined,
    known: isKnownHere(kept),
    sequence: about.sequence,
    points: about.points ?? [],
    held: new Map(kept.held.map((held) => [keyOf(held), held])),
    pending: kept.pending,
    conflicts: [],
    decisions: NO_DECISIONS,
  };
  const put = async (now: KnownJob, changes: readonly ServerItem[], answered: Uuid | undefined): Promise<void> => {
    known = now;
    await device.keepHeard(known, changes, answered);
    state = {
      ...state,
      known: true,
      sequence: known.sequence,
      points: known.points ?? [],
      held: withHeard(state.held, changes),
      pending: state.pending.filter(({ id }) => id !== answered),
    };
  };
  return {
    job,
    state: () => state,
    live,
    keep: () => Promise.resolve(),
    madeKnown: async () => {
      await device.madeKnown(job);
      const { made: _made, ...rest } = known;
      known = rest;
      state = { ...state, made: undefined };
    },
    named: (name) => {
      known = { ...known, name };
    },
    tried: () => undefined,
    heard: (point, changes) => put(heardUpTo(known, point), changes, undefined),
    taken: (batch, sequence) =>
      put(knowing(known, { sequence, at: batch.id }), serverItemsOf(batch, sequence), batch.id),
    rebased: async (pending) => {
      await device.replacePending(job, pending);
      state = { ...state, pending };
    },
    // Nobody is there to ask: it is asked once the job is open.
    undecided: (conflicts) => {
      state = { ...state, conflicts };
    },
    reject: async (rejected, pending) => {
      await device.keepRejected(job, rejected, pending);
      state = { ...state, pending };
    },
  };
}
