import type { Pending, Uuid } from '@alveus/plan';
import type { Device } from './frame/device';

/** Puts the open job's edits on the device, one after the other, and knows which are there. */
export class Keeper {
  readonly #device: Device | undefined;
  readonly #kept = new Set<Uuid>();
  #last: Promise<void> = Promise.resolve();

  constructor(device: Device | undefined) {
    this.#device = device;
  }

  has(batch: Uuid): boolean {
    return this.#kept.has(batch);
  }

  /** They are there already. */
  known(batches: readonly Pending[]): void {
    for (const { id } of batches) this.#kept.add(id);
  }

  /**
   * Ends once all of it is there: whoever sends a batch must not do so while it is still being kept, or it would come
   * to lie there after the answer to it.
   * @param batches what waits; it is kept though the job is closed meanwhile
   * @param waits whether a batch waits still, undefined where nobody knows
   * @param kept told of each that is there
   * @throws where the device cannot keep it
   */
  keep(
    job: Uuid,
    batches: readonly Pending[],
    waits: (batch: Uuid) => boolean | undefined,
    kept: (batch: Uuid) => void,
  ): Promise<void> {
    const work = this.#last.then(() => this.keepNow(job, batches, waits, kept));
    this.#last = work.catch(() => undefined);
    return work;
  }

  /** Until nothing is being kept any more. */
  done(): Promise<void> {
    return this.#last;
  }

  private async keepNow(
    job: Uuid,
    batches: readonly Pending[],
    waits: (batch: Uuid) => boolean | undefined,
    kept: (batch: Uuid) => void,
  ): Promise<void> {
    for (const batch of batches) {
      if (this.#kept.has(batch.id) || waits(batch.id) === false) continue;
      if (!this.#device) throw new Error('This browser saves nothing.');
      await this.#device.keepPending(job, batch);
      this.#kept.add(batch.id);
      // Taken back while it was being kept.
      if (waits(batch.id) === false) await this.#device.dropPending(job, batch.id);
      kept(batch.id);
    }
  }
}
