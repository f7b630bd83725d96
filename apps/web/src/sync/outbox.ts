import type { Choice, Pending, Uuid } from '@alveus/plan';
import { waitingCounted } from '../store/frame/jobs';
import type { JobState } from '../store/job';
import {
  rejectedDropped,
  rejectedKnown,
  jobClosed,
  jobMissing,
  jobOpened,
  jobOpening,
  linkChanged,
  divergenceFound,
  stepsKnown,
} from '../store/job';
import type { Store } from '../store/store';
import { listenTo } from '../store/store';
import type { Api } from './api';
import { Refused, Unreachable } from './api';
import { attended, Left } from './attended';
import type { Replica } from './replica';
import { exchange, rebasePending } from './exchange';
import type { Device } from './frame/device';
import { isKnownHere } from './frame/known';
import type { LastWord } from './frame/lastWords';
import { Keeper } from './keeper';
import { hold, ifFree } from './locks';
import type { OpenReplica, Divergence } from './openReplica';
import { openReplica } from './openReplica';
import { Backoff } from './backoff';
import { isDiverged, divergenceOf, rejoin } from './divergence';
import { closedReplica } from './closedReplica';

const UNREADABLE = 'The server’s answer cannot be read. What you typed is saved on this device.';

/** What the server calls a job that is not there. */
const GONE: ReadonlySet<string> = new Set(['no-job', 'job-deleted']);

/** Steps of a job that a device remembers. */
const REMEMBERED = 30;

/**
 * Everything that was typed on this device and is not on the server yet, whichever job it is of, and what others did to
 * the open one. It goes round the jobs, the open one first; what fails in one holds up no other.
 *
 * A batch:
 *
 *   typed ──saved──▶ on this device ──tried──▶ sent ──answered──▶ taken: on the server
 *     │                    ▲                    │
 *     └─ taken back        ├──── rebased ◀──────┼─ conflict, where both changes go together
 *                          │                    ├─ conflict ──▶ undecided ──chosen──▶ rebased
 *                          └── sent again ◀─────┼─ no answer (same id: the server takes it once)
 *                                               └─ refused for good ──▶ rejected, with all that depends on it
 *
 * The open job: opening ──read or heard──▶ open ──▶ closed; open ──▶ missing, where the server deleted it; open ──▶
 * diverged, where the server was restored to an earlier day ──chosen──▶ open.
 */
export class Outbox {
  readonly #store: Store;
  readonly #api: Api;
  readonly #device: Device | undefined;
  readonly #keeper: Keeper;
  readonly #backoff = new Backoff();
  readonly #unlisten: readonly (() => void)[];
  #open: { readonly replica: OpenReplica; readonly release: () => void } | undefined;
  /** The server was put back to an earlier day, and somebody is to decide. */
  #divergence: { readonly replica: OpenReplica; readonly divergence: Divergence } | undefined;
  /** What could not be kept of jobs that were open before: it lives on this page only, until it can be. */
  #carried: LastWord[] = [];
  #turn = 0;
  #running: Promise<void> | undefined;
  #again = false;
  #stopped = false;
  #timer: ReturnType<typeof setTimeout> | undefined;

  /** @param device undefined where the browser keeps nothing; then edits live on this page only, and it says so */
  constructor(store: Store, api: Api, device: Device | undefined) {
    this.#store = store;
    this.#api = api;
    this.#device = device;
    this.#keeper = new Keeper(device);
    const queue = store.dispatch(
      listenTo({
        predicate: (_action, { job }, { job: before }) => job.opening === 'open' && job.pending !== before.pending,
        effect: (_action, { getOriginalState, getState }) =>
          this.queueMoved(getOriginalState().job.pending, getState().job),
      }),
    );
    const steps = store.dispatch(
      listenTo({
        predicate: (_action, { job }, { job: before }) =>
          job.opening === 'open' &&
          before.opening === 'open' &&
          job.id === before.id &&
          (job.past !== before.past || job.future !== before.future),
        effect: (_action, { getState }) => void this.keepSteps(getState().job),
      }),
    );
    this.#unlisten = [queue, steps];
  }

  /** What can be undone reaches over a reload, as far as anybody remembers what they did. */
  private async keepSteps({ id, past, future }: JobState): Promise<void> {
    const steps = { past: past.slice(-REMEMBERED), future: future.slice(-REMEMBERED) };
    if (id) await this.#device?.keepSteps(id, steps).catch(() => undefined);
  }

  /** An edit came into the queue, or the last one was taken back out of it. */
  private queueMoved(before: readonly Pending[], { pending }: JobState): void {
    const last = before[before.length - 1];
    const replica = this.#open?.replica;
    if (last && !pending.includes(last)) void replica?.takenBack(last.id);
    if (pending.length > before.length) void replica?.keep().then(() => this.run());
  }

  /** Opens a job: at once from the device if it is there, and in step with the server as soon as that answers. */
  async open(id: Uuid): Promise<void> {
    const turn = (this.#turn += 1);
    this.close();
    this.#store.dispatch(jobOpening({ id, name: '' }));
    const release = hold(id);
    // What was typed before, in this job too, is being kept still.
    await this.#keeper.done();
    const kept = await this.#device?.read(id).catch(() => undefined);
    // Another job was opened meanwhile, or this one anew: what was read for it holds, not this.
    if (this.#turn !== turn) return release();
    const carried = this.takeCarried(id);
    if (carried.length > 0) this.#store.dispatch(jobOpening({ id, name: '', pending: carried }));
    const about = kept?.job ?? { id, name: '', sequence: 0, changedAt: new Date(0).toISOString() };
    const replica: OpenReplica = openReplica(
      this.#store,
      this.#device,
      about,
      this.#keeper,
      () => !this.#stopped && this.#open?.replica === replica,
    );
    this.#open = { replica, release };
    if (kept) {
      this.#keeper.known(kept.pending);
      this.#store.dispatch(rejectedKnown(kept.rejected));
      if (kept.steps) this.#store.dispatch(stepsKnown(kept.steps));
      // A plan whose items never came is not known here, however its name may be in the list.
      if (kept.job && isKnownHere(kept)) {
        this.#store.dispatch(
          jobOpened({
            name: kept.job.name,
            held: kept.held,
            pending: [...kept.pending, ...carried],
            kept: kept.pending.length,
            made: kept.job.made === true,
          }),
        );
      }
    }
    this.#backoff.answered();
    await this.run();
  }

  /** What of a job lives on this page only. */
  private takeCarried(id: Uuid): Pending[] {
    const still = this.#carried.filter(({ batch }) => !this.#keeper.has(batch.id));
    this.#carried = still.filter(({ job }) => job !== id);
    return still.flatMap(({ job, batch }) => (job === id ? [batch] : []));
  }

  private close(): void {
    this.#carried.push(...this.unkeptOfOpen());
    this.#open?.release();
    this.#open = undefined;
    this.#divergence = undefined;
    this.#store.dispatch(jobClosed());
  }

  /** What is on this page only. */
  unkept(): LastWord[] {
    return [...this.#carried, ...this.unkeptOfOpen()];
  }

  private unkeptOfOpen(): LastWord[] {
    const { id, pending } = this.#store.getState().job;
    return id ? pending.flatMap((batch) => (this.#keeper.has(batch.id) ? [] : [{ job: id, batch }])) : [];
  }

  stop(): void {
    this.#stopped = true;
    clearTimeout(this.#timer);
    this.#open?.release();
    for (const end of this.#unlisten) end();
  }

  /**
   * Sends what waits and hears what is new, now. A call that comes while it works makes it go round once more, and
   * ends with that round.
   */
  run(): Promise<void> {
    this.#again = true;
    return (this.#running ??= this.rounds().finally(() => {
      this.#running = undefined;
      if (!this.#stopped) this.#timer = setTimeout(() => void this.run(), this.#backoff.next);
    }));
  }

  /** Settles conflicts once each has its choice. */
  async settle(): Promise<void> {
    const replica = this.#open?.replica;
    if (!replica || replica.state().conflicts.length > 0) return;
    await rebasePending(attended(replica));
    await this.run();
  }

  /** Somebody decided about what was refused in the open job. */
  async dropRejected(id: Uuid): Promise<void> {
    const job = this.#open?.replica.job;
    this.#store.dispatch(rejectedDropped(id));
    if (job) await this.#device?.dropRejected(job, id).catch(() => undefined);
  }

  private async rounds(): Promise<void> {
    while (this.#again && !this.#stopped) {
      this.#again = false;
      clearTimeout(this.#timer);
      if (await this.openRound()) await this.closedRound();
      await this.count();
    }
  }

  /** @returns whether the server could be reached */
  private async openRound(): Promise<boolean> {
    const replica = this.#open?.replica;
    if (!replica) return true;
    // Until somebody decided there is nothing to be done.
    if (this.#divergence?.replica === replica) return true;
    const watched: Replica = { ...replica, tried: (batch) => (this.link({ state: 'sending' }), replica.tried(batch)) };
    try {
      await exchange(watched, this.#api);
      this.#backoff.answered();
      this.link({ state: 'idle' });
      return true;
    } catch (error) {
      if (!replica.live() || error instanceof Left) return true;
      if (error instanceof Refused && isDiverged(error, replica)) return this.diverge(replica);
      if (error instanceof Refused && GONE.has(error.code) && replica.state().pending.length === 0) {
        this.#backoff.refused();
        this.#store.dispatch(jobMissing());
        return true;
      }
      return this.failed(error);
    }
  }

  /** @returns whether the server could be reached */
  private failed(error: unknown): boolean {
    if (error instanceof Unreachable) {
      this.#backoff.failed();
      // Where nothing is known and nobody answers an empty plan would be a lie, so it stays "opening".
      this.link({ state: 'offline' });
      return false;
    }
    this.#backoff.refused();
    this.link({ state: 'refused', message: error instanceof Refused ? error.message : UNREADABLE });
    return true;
  }

  /** The server was put back to an earlier day. What it lost is shown to somebody, where it lost anything. */
  private async diverge(replica: OpenReplica): Promise<boolean> {
    try {
      const divergence = await divergenceOf(replica, this.#api);
      if (!replica.live()) return true;
      if (divergence.lost.length === 0) {
        await rejoin(replica, divergence, new Map());
        this.#again = true;
      } else {
        this.#divergence = { replica, divergence };
        this.#store.dispatch(divergenceFound({ lost: divergence.lost, there: divergence.there }));
      }
      this.link({ state: 'idle' });
      return true;
    } catch (error) {
      return replica.live() ? this.failed(error) : true;
    }
  }

  /** Somebody decided what is to hold of what the server lost: the device's, unless the server's was chosen. */
  async rejoin(choices: ReadonlyMap<string, Choice>): Promise<void> {
    const found = this.#divergence;
    if (!found?.replica.live()) return;
    this.#divergence = undefined;
    await rejoin(found.replica, found.divergence, choices);
    await this.run();
  }

  /** What waits of jobs that are not open. What the server will not have of one is told when it is opened. */
  private async closedRound(): Promise<void> {
    const device = this.#device;
    if (!device) return;
    await this.keepCarried(device);
    const waiting = await device.waiting().catch(() => undefined);
    for (const [job, { pending }] of waiting ?? []) {
      const elsewhere = (): boolean => !this.#stopped && this.#open?.replica.job !== job;
      if (pending === 0 || !elsewhere()) continue;
      const work = async (): Promise<void> => {
        const replica = await closedReplica(device, job, elsewhere);
        if (replica) await exchange(replica, this.#api);
      };
      const unreached = await ifFree(job, work).then(
        () => false,
        (error: unknown) => error instanceof Unreachable,
      );
      if (!unreached) continue;
      this.#backoff.failed();
      break;
    }
  }

  /** Once there is room again, in the order in which it was typed. */
  private async keepCarried(device: Device): Promise<void> {
    for (const { job, batch } of [...this.#carried]) {
      // It was being kept when its job was closed.
      const kept = this.#keeper.has(batch.id) || (await this.kept(device, job, batch));
      if (!kept) return;
      this.#carried = this.#carried.filter((word) => word.batch !== batch);
    }
  }

  private async kept(device: Device, job: Uuid, batch: Pending): Promise<boolean> {
    try {
      await device.keepUnlessThere(job, batch);
      return true;
    } catch {
      return false;
    }
  }

  /** For the list of jobs. */
  private async count(): Promise<void> {
    const waiting = await this.#device?.waiting().catch(() => undefined);
    if (waiting && !this.#stopped) this.#store.dispatch(waitingCounted(Object.fromEntries(waiting)));
  }

  private link(link: Parameters<typeof linkChanged>[0]): void {
    this.#store.dispatch(linkChanged(link));
  }
}
