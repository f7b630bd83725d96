/** Levels known only by their differences: a union-find whose links carry heights. Near-constant time a fact. */
export class TiedLevels {
  readonly #parent: Int32Array;
  /** Height over the parent. */
  readonly #height: Float64Array;

  constructor(count: number) {
    this.#parent = new Int32Array(count);
    for (let index = 0; index < count; index += 1) this.#parent[index] = index;
    this.#height = new Float64Array(count);
  }

  /**
   * Ties `upper` to lie `rise` over `lower`. Where their difference is known already nothing changes and
   * that difference is returned, for the caller to compare.
   */
  tie(upper: number, lower: number, rise: number): number | undefined {
    const upperRoot = this.find(upper);
    const lowerRoot = this.find(lower);
    const upperHeight = this.at(upper);
    const lowerHeight = this.at(lower);
    if (upperRoot === lowerRoot) return upperHeight - lowerHeight;
    // The lower number becomes the root, so that the datum always is one and fixed inverts keep every digit.
    if (lowerRoot < upperRoot) {
      this.#parent[upperRoot] = lowerRoot;
      this.#height[upperRoot] = lowerHeight + rise - upperHeight;
    } else {
      this.#parent[lowerRoot] = upperRoot;
      this.#height[lowerRoot] = upperHeight - rise - lowerHeight;
    }
    return undefined;
  }

  /** How far `a` lies above `b`, or undefined if no facts connect them. */
  above(a: number, b: number): number | undefined {
    return this.find(a) === this.find(b) ? this.at(a) - this.at(b) : undefined;
  }

  /** The level that stands for all that are tied to this one; the datum, 0, stands for what is tied to it. */
  rootOf(node: number): number {
    return this.find(node);
  }

  /** How far it lies above that one; asked after `rootOf`. */
  overRoot(node: number): number {
    return this.at(node);
  }

  /** The root, after which the node hangs directly from it. */
  private find(node: number): number {
    let root = node;
    let height = 0;
    while (this.up(root) !== root) {
      height += this.at(root);
      root = this.up(root);
    }
    let at = node;
    while (at !== root) {
      const next = this.up(at);
      const own = this.at(at);
      this.#parent[at] = root;
      this.#height[at] = height;
      height -= own;
      at = next;
    }
    return root;
  }

  private up(node: number): number {
    return this.#parent[node] as number;
  }

  private at(node: number): number {
    return this.#height[node] as number;
  }
}
