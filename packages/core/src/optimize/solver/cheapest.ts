import type { Forest, Hanging } from './forest';
import { Pieces } from './pieces';

/**
 * The cheapest of all levels that keep their limits: dynamic programming over trees with convex piecewise-linear costs
 * ("slope trick"). Exact.
 *
 * What a level costs all that hangs on it is a convex function of straight pieces. Such a function is handed from the
 * ends of a tree to its root, link by link: the far level lies best where its own cost turns, unless the link holds it,
 * so what a link makes of it is again such a function. The root takes its best level, and the others follow on the way
 * back. Functions are told by where they turn and by how steep they are between; what they come to is never needed.
 * Each link is gone through twice, and the whole grows as the pieces of all functions do.
 */
export class Cheapest {
  readonly #pieces: Pieces;

  constructor(
    private forest: Forest,
    private readonly tree: Hanging,
  ) {
    this.#pieces = new Pieces(forest);
  }

  /** @returns the levels; nothing where not all limits can be kept */
  levels(): Float64Array | undefined {
    const { order } = this.tree;
    for (let index = order.length - 1; index >= 0; index -= 1)
      if (!this.gather(order[index] as number)) return undefined;
    return this.down();
  }

  /** From the roots on: each level is the best that the one it hangs on allows. */
  private down(): Float64Array {
    const { order, by } = this.tree;
    const levels = new Float64Array(order.length);
    for (let index = 0; index < order.length; index += 1) {
      const level = order[index] as number;
      levels[level] = this.#pieces.levelOf(level, by[level] as number, levels);
    }
    return levels;
  }

  /** All that hangs on a level, put together. */
  private gather(level: number): boolean {
    const { order, by, first, last } = this.tree;
    const pieces = this.#pieces;
    if (!pieces.begin(level)) return false;
    for (let index = first[level] as number; index < (last[level] as number); index += 1) {
      const child = order[index] as number;
      if (!pieces.takeOn(level, child, by[child] as number)) return false;
    }
    pieces.settle(level);
    return true;
  }

  /**
   * The same, where a few levels and what links them are held otherwise, and nothing else is: only what they hang on is
   * gone through again. Those before come back with `back`.
   */
  again(forest: Forest, touched: readonly number[]): { readonly levels: Float64Array | undefined; back(): void } {
    const { order, by } = this.tree;
    const before = { forest: this.forest, kept: this.#pieces.keep() };
    this.forest = forest;
    this.#pieces.forest = forest;
    const back = (): void => {
      this.forest = before.forest;
      this.#pieces.forest = before.forest;
      this.#pieces.restore(before.kept);
    };
    const recomputed = new Uint8Array(order.length);
    for (const end of touched)
      for (let level = end; recomputed[level] === 0;) {
        recomputed[level] = 1;
        const link = by[level] as number;
        if (link < 0) break;
        level = forest.from[link] === level ? (forest.to[link] as number) : (forest.from[link] as number);
      }
    for (let index = order.length - 1; index >= 0; index -= 1) {
      const level = order[index] as number;
      if (recomputed[level] === 1 && !this.gather(level)) return { levels: undefined, back };
    }
    return { levels: this.down(), back };
  }
}
