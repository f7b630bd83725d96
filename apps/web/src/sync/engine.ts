import type { Held, Job, Pending, Uuid } from '@alveus/plan';
import { addressOf, rebase } from '@alveus/plan';
import { noticed } from '../store/frame/notice';
import type { JobState } from '../store/job';
import type { Store } from '../store/store';
import { listenTo } from '../store/store';
import {
  batchKept,
  batchTaken,
  batchTried,
  changesHeard,
  conflictsFound,
  deviceTroubled,
  jobClosed,
  jobMissing,
  jobOpened,
  jobOpening,
  linkChanged,
  pendingRebased,
} from '../store/job';
import type { Api } from './api';
import { Refused } from './api';
import type { Device } from './frame/device';
import { newId } from './ids';

/**
 * Moves edits from the screen to the device and on to the server, and what others did back. One job at a
 * time, one batch at a time, in order; whatever fails is tried again, and nothing leaves the device before
 * the server has answered.
 */
export class SyncEngine {
  readonly #store: Store;
  readonly #api: Api;
  readonly #device: Device | undefined;
  readonly #keeping = new Set<Uuid>();
  readonly #kept = new Set<Uuid>();
  /** Batches that were tried to be sent, or made anew: those leave the queue by their answer. */
  readonly #sent = new Set<Uuid>();
  #open: Job | undefined;
  #running: Promise<void> | undefined;
  #again = false;
  #stopped = false;
  #wait = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  readonly #unlisten: () => void;

  /** @param device undefined where the browser keeps nothing; then edits live on this page only, and it says so */
  constructor(store: Store, api: Api, device: Device | undefined) {
    this.#store = store;
    this.#api = api;
    this.#device = device;
    this.#unlisten = store.dispatch(
      listenTo({
        predicate: (_action, { job }, { job: before }) => job.opening === 'open' && job.pending !== before.pending,
        effect: (_action, { getOriginalState, getState }) =>
          this.#queueMoved(getOriginalState().job.pending, getState().job),
      }),
    );
  }

  /** An edit came into the queue, or the last one was taken back out of it. */
  #queueMoved(before: readonly Pending[], { id, pending }: JobState): void {
    const last = before[before.length - 1];
    if (last && id && !this.#sent.has(last.id) && !pending.includes(last) && this.#kept.has(last.id))
      void this.#drop(id, last.id);
    if (pending.length > before.length) void this.#keep().then(() => this.run());
  }

  /** Opens a job: at once from the device if it is there, and in step with the server as soon as that answers. */
  async open(id: Uuid): Promise<void> {
    this.close();
    this.#store.dispatch(jobOpening({ id, name: '' }));
    const kept = await this.#device?.read(id).catch(() => undefined);
    if (this.#store.getState().job.id !== id) return;
    this.#open = kept?.job ?? { id, name: '', sequence: 0, changedAt: new Date(0).toISOString() };
    for (const { id: batch } of kept?.pending ?? []) this.#kept.add(batch);
    // A plan whose items never came is not known here, however its name may be in the list.
    if (kept?.job && (kept.held.length > 0 || kept.job.sequence > 0 || kept.pending.length > 0)) {
      this.#store.dispatch(
        jobOpened({ name: kept.job.name, held: kept.held, sequence: kept.job.sequence, pending: kept.pending }),
      );
    }
    this.#wait = 0;
    await this.run();
  }

  close(): void {
    clearTimeout(this.#timer);
    this.#open = undefined;
    this.#store.dispatch(jobClosed());
  }

  stop(): void {
    this.#stopped = true;
    clearTimeout(this.#timer);
    this.#unlisten();
  }

  /**
   * Sends what waits and hears what is new, now. A call that comes while it works makes it go round once more, and
   * ends with that round.
   */
  run(): Promise<void> {
    this.#again = true;
    return (this.#running ??= this.#rounds().finally(() => {
      this.#running = undefined;
      if (this.#open && !this.#stopped) this.#timer = setTimeout(() => void this.run(), this.#wait || POLL);
    }));
  }

  async #rounds(): Promise<void> {
    while (this.#again && !this.#stopped) {
      this.#again = false;
      clearTimeout(this.#timer);
      await this.#round();
    }
  }

  /** Settles conflicts once each has its choice. */
  async settle(): Promise<void> {
    const { job } = this.#store.getState();
    if (!job.id || job.conflicts.length > 0) return;
    await this.#rebase(job.id);
    await this.run();
  }

  async #round(): Promise<void> {
    const open = this.#open;
    if (!open) return;
    try {
      await this.#keep();
      await this.#hear(open.id);
      while (!this.#stopped && this.#open?.id === open.id && (await this.#sendNext(open.id)));
      this.#wait = 0;
      this.#link({ state: 'idle' });
    } catch (error) {
      if (this.#open?.id !== open.id) return;
      if (error instanceof Refused && error.status === 404) {
        if (this.#store.getState().job.pending.length === 0) this.#store.dispatch(jobMissing());
        else this.#link({ state: 'refused', message: error.message });
        this.#wait = SLOWEST;
        return;
      }
      if (error instanceof Refused) {
        this.#link({ state: 'refused', message: error.message });
        this.#wait = SLOWEST;
        return;
      }
      this.#wait = Math.min(SLOWEST, (this.#wait || FIRST_RETRY / 2) * 2);
      this.#link({ state: 'offline' });
      // Nothing is known and nobody answers: an empty plan would be a lie, so it stays "opening".
    }
  }

  async #hear(id: Uuid): Promise<void> {
    const before = this.#store.getState().job;
    const first = before.opening !== 'open';
    if (first) {
      const about = await this.#api.job(id);
      if (this.#open) this.#open = { ...about, sequence: this.#open.sequence };
    }
    const { sequence, changes } = await this.#api.changes(id, before.sequence);
    if (this.#open?.id !== id) return;
    await this.#keepHeard(id, sequence, changes, undefined);
    if (first) {
      const pending = this.#store.getState().job.pending;
      this.#store.dispatch(jobOpened({ name: this.#open?.name ?? '', held: changes, sequence, pending }));
    } else this.#store.dispatch(changesHeard({ sequence, changes }));
  }

  /** @returns whether there may be more to send */
  async #sendNext(id: Uuid): Promise<boolean> {
    const { job } = this.#store.getState();
    const [batch] = job.pending;
    if (!batch || job.conflicts.length > 0) return false;
    // First on the device, then to the server; but where the device cannot keep it the server is all the safer.
    if (!this.#kept.has(batch.id)) await this.#keep();
    // From here on the server may have it, whatever is heard of it; before, it could still be taken back.
    if (this.#store.getState().job.pending[0] !== batch) return true;
    this.#sent.add(batch.id);
    this.#store.dispatch(batchTried(batch.id));
    this.#link({ state: 'sending' });
    const answer = await this.#api.send(id, { id: batch.id, changes: [...batch.changes] });
    if (this.#open?.id !== id) return false;
    if (!answer.taken) {
      await this.#keepHeard(id, this.#store.getState().job.sequence, answer.conflicts, undefined);
      this.#store.dispatch(changesHeard({ sequence: this.#store.getState().job.sequence, changes: answer.conflicts }));
      await this.#hear(id);
      return this.#rebase(id);
    }
    const held = batch.changes.map((change): Held => ({
      ...addressOf(change),
      revision: answer.sequence,
      item: change.op === 'put' ? change.item : null,
    }));
    // Others' batches before this one are heard in the next round; the sequence moves only over what was heard.
    const { sequence } = this.#store.getState().job;
    await this.#keepHeard(id, sequence, held, batch.id);
    this.#store.dispatch(batchTaken({ batch: batch.id, sequence: answer.sequence }));
    return true;
  }

  /** @returns whether the waiting edits could be made anew without asking */
  async #rebase(id: Uuid): Promise<boolean> {
    const { job } = this.#store.getState();
    const { pending, conflicts } = rebase(job.pending, job.held, job.choices, newId);
    if (conflicts.length > 0) {
      this.#store.dispatch(conflictsFound(conflicts));
      return false;
    }
    for (const { id: batch } of job.pending) this.#sent.add(batch);
    await this.#device?.replacePending(id, pending);
    for (const batch of pending) this.#kept.add(batch.id);
    this.#store.dispatch(pendingRebased(pending));
    return true;
  }

  /** Puts waiting edits on the device, in order, before anything else happens to them. */
  async #keep(): Promise<void> {
    const { job } = this.#store.getState();
    const id = job.id;
    const fresh = job.pending.filter((batch) => !this.#kept.has(batch.id) && !this.#keeping.has(batch.id));
    if (!id || fresh.length === 0) return;
    for (const batch of fresh) this.#keeping.add(batch.id);
    try {
      if (!this.#device) throw new Error('no device');
      for (const batch of fresh) {
        if (!this.#waits(batch.id)) continue;
        await this.#device.keepPending(id, batch);
        this.#kept.add(batch.id);
        // Taken back while it was being kept.
        if (!this.#waits(batch.id)) await this.#device.dropPending(id, batch.id);
        this.#store.dispatch(batchKept(batch.id));
      }
      this.#store.dispatch(deviceTroubled(null));
    } catch {
      this.#store.dispatch(deviceTroubled(this.#device ? CANNOT_KEEP : KEEPS_NOTHING));
    } finally {
      for (const batch of fresh) this.#keeping.delete(batch.id);
    }
  }

  #waits(batch: Uuid): boolean {
    return this.#store.getState().job.pending.some(({ id }) => id === batch);
  }

  /** A batch that was taken back before it was sent goes from the device too. */
  async #drop(job: Uuid, batch: Uuid): Promise<void> {
    try {
      await this.#device?.dropPending(job, batch);
    } catch {
      this.#store.dispatch(deviceTroubled(CANNOT_KEEP));
    }
  }

  async #keepHeard(id: Uuid, sequence: number, changes: readonly Held[], answered: Uuid | undefined): Promise<void> {
    const open = this.#open;
    if (!open || open.id !== id) return;
    this.#open = { ...open, sequence };
    try {
      await this.#device?.keepHeard(this.#open, changes, answered);
    } catch {
      this.#store.dispatch(noticed('This device could not keep what the server sent.'));
    }
  }

  #link(link: Parameters<typeof linkChanged>[0]): void {
    this.#store.dispatch(linkChanged(link));
  }
}

const CANNOT_KEEP = 'Not kept: this device’s storage is full or locked. Leave this page open until it says saved.';
const KEEPS_NOTHING = 'Not kept: this browser stores nothing. Leave this page open until it says saved.';

/** Milliseconds between hearing what others did; and before trying again where nobody answered. */
const POLL = 4_000;
const FIRST_RETRY = 1_000;
const SLOWEST = 15_000;
