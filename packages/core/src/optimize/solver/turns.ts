import type { Chains } from './forest';

/** Room to begin with; it grows. */
export const ROOM = 64;

/** Pieces shorter than this are none, m. */
export const SHORT = 1e-11;

/** A function as it is written down: where it turns, and how steep it is from there on. */
export class Turns {
  x: Float64Array<ArrayBuffer>;
  steep: Float64Array<ArrayBuffer>;
  count = 0;

  constructor(room = ROOM) {
    this.x = new Float64Array(room);
    this.steep = new Float64Array(room);
  }

  add(at: number, steep: number): void {
    if (this.count === this.x.length) {
      this.x = doubled(this.x);
      this.steep = doubled(this.steep);
    }
    this.x[this.count] = at;
    this.steep[this.count] = steep;
    this.count += 1;
  }

  /** Adds a piece, instead of the last where that one is shorter than can be told. */
  put(at: number, steep: number): void {
    const last = this.count - 1;
    if (last >= 0 && at - (this.x[last] as number) < SHORT) this.steep[last] = steep;
    else this.add(at, steep);
  }
}

export const doubled = (of: Float64Array): Float64Array<ArrayBuffer> => {
  const more = new Float64Array(2 * of.length);
  more.set(of);
  return more;
};

/**
 * Lines that the far level of a link is held by: it lies under, or over, `steep` × near level + `rise`. Nothing is
 * divided once they are read: that takes longer than all else that is done with them.
 */
export class Lines {
  steep = new Float64Array(ROOM);
  rise = new Float64Array(ROOM);
  /** 1 ÷ (1 - steep), how far the point is along the link; and 1 ÷ steep. */
  far = new Float64Array(ROOM);
  back = new Float64Array(ROOM);
  count = 0;

  /** Those of a link, by how far they lie from the near level: the nearest is the steepest. */
  read({ start, at, level }: Chains, link: number, turned: boolean): void {
    const from = start[link] as number;
    const to = start[link + 1] as number;
    this.count = to - from;
    if (this.count > this.steep.length) {
      this.steep = new Float64Array(2 * this.count);
      this.rise = new Float64Array(2 * this.count);
      this.far = new Float64Array(2 * this.count);
      this.back = new Float64Array(2 * this.count);
    }
    for (let index = 0; index < this.count; index += 1) {
      const point = turned ? to - 1 - index : from + index;
      const far = turned ? 1 - (at[point] as number) : (at[point] as number);
      const whole = 1 / far;
      this.steep[index] = 1 - whole;
      this.rise[index] = (level[point] as number) * whole;
      this.far[index] = far;
      this.back[index] = far / (far - 1);
    }
  }

  at(index: number, near: number): number {
    return (this.steep[index] as number) * near + (this.rise[index] as number);
  }

  /** Where a line comes to a level. */
  comesTo(index: number, far: number): number {
    return (far - (this.rise[index] as number)) * (this.back[index] as number);
  }

  /** Where the far level lies this much over the near one. */
  lies(index: number, over: number): number {
    return ((this.rise[index] as number) - over) * (this.far[index] as number);
  }

  /** Where two lines meet. */
  meet(a: number, b: number): number {
    return (
      ((this.rise[b] as number) - (this.rise[a] as number)) / ((this.steep[a] as number) - (this.steep[b] as number))
    );
  }
}
