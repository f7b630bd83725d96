import type { Pending, Uuid } from '@alveus/plan';
import type { Device } from './frame/device';

/** Puts the open job's edits on the device, in their order, and knows which are there. */
export class Keeper {
  readonly #device: Device | undefined;
  readonly #keeping = new Set<Uuid>();
  readonly #kept = new Set<Uuid>();

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
   * @param waits whether a batch still waits: it may be taken back while it is being kept
   * @param kept told of each that is there
   * @returns whether all is there that can be
   * @throws where the device cannot keep it
   */
  async keep(
    job: Uuid,
    pending: readonly Pending[],
    waits: (batch: Uuid) => boolean,
    kept: (batch: Uuid) => void,
  ): Promise<void> {
    const fresh = pending.filter(({ id }) => !this.#kept.has(id) && !this.#keeping.has(id));
    if (fresh.length === 0) return;
    if (!this.#device) throw new Error('This browser keeps nothing.');
    for (const { id } of fresh) this.#keeping.add(id);
    try {
      for (const batch of fresh) {
        if (!waits(batch.id)) continue;
        await this.#device.keepPending(job, batch);
        this.#kept.add(batch.id);
        if (!waits(batch.id)) await this.#device.dropPending(job, batch.id);
        kept(batch.id);
      }
    } finally {
      for (const { id } of fresh) this.#keeping.delete(id);
    }
  }
}
