/** Milliseconds between hearing what others did; and before trying again where nobody answered. */
const POLL = 4_000;
const FIRST_RETRY = 1_000;
const SLOWEST = 15_000;

/** When to go round again: every 4 s while the server answers; exponential backoff while it does not, 1 s doubling to 15 s. */
export class Backoff {
  #wait = 0;

  answered(): void {
    this.#wait = 0;
  }

  /** Nobody was there. */
  failed(): void {
    this.#wait = Math.min(SLOWEST, (this.#wait || FIRST_RETRY / 2) * 2);
  }

  /** It answered, and would answer the same. */
  refused(): void {
    this.#wait = SLOWEST;
  }

  /** ms */
  get next(): number {
    return this.#wait || POLL;
  }
}
