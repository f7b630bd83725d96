import { Crowded } from './away';

interface Waiting {
  readonly enter: () => void;
}

/** So many at a time, and the others one after another. Who waits holds a place here, and nothing else. */
export class Gate {
  #inside = 0;
  readonly #waiting: Waiting[] = [];

  /**
   * @param places how many may be at work
   * @param most that may wait
   * @param longest to wait, ms
   * @param stay who is inside for so long is held up by something and no longer counts as at work, ms
   */
  constructor(
    private readonly places: number,
    private readonly most: number,
    private readonly longest: number,
    private readonly stay = Infinity,
  ) {}

  /** Nobody is at work, and nobody waits. */
  get empty(): boolean {
    return this.#inside === 0;
  }

  /** @throws Crowded where too many wait, or the turn does not come in time */
  async run<T>(work: () => Promise<T>): Promise<T> {
    await this.enter();
    let inside = true;
    const leave = (): void => {
      if (inside) this.leave();
      inside = false;
    };
    const timer = Number.isFinite(this.stay) ? setTimeout(leave, this.stay) : undefined;
    try {
      return await work();
    } finally {
      clearTimeout(timer);
      leave();
    }
  }

  private leave(): void {
    const next = this.#waiting.shift();
    // The place goes on to the next.
    if (next) next.enter();
    else this.#inside -= 1;
  }

  private enter(): Promise<void> {
    if (this.#inside < this.places) {
      this.#inside += 1;
      return Promise.resolve();
    }
    if (this.#waiting.length >= this.most) return Promise.reject(new Crowded());
    return new Promise((resolve, reject) => {
      const waiting: Waiting = {
        enter: () => {
          clearTimeout(timer);
          resolve();
        },
      };
      const timer = setTimeout(() => {
        this.#waiting.splice(this.#waiting.indexOf(waiting), 1);
        reject(new Crowded());
      }, this.longest);
      this.#waiting.push(waiting);
    });
  }
}

/** Work that goes one after another by its key. */
export class Turns {
  readonly #gates = new Map<string, Gate>();

  /** @param most that may wait by one key @param longest to wait, ms */
  constructor(
    private readonly most: number,
    private readonly longest: number,
  ) {}

  /** @throws Crowded */
  async run<T>(key: string, work: () => Promise<T>): Promise<T> {
    const gate = this.#gates.get(key) ?? new Gate(1, this.most, this.longest);
    this.#gates.set(key, gate);
    try {
      return await gate.run(work);
    } finally {
      if (gate.empty) this.#gates.delete(key);
    }
  }
}
