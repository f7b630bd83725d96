import type { Compiled } from './compile';
import { compile, priced, tighten } from './compile';
import type { Choice, Program, Way } from './program';
import { highOf, lowOf, Rows } from './program';
import type { Engine } from './solve';
import { OutOfTime } from './rings';
import { costOf, endsOf, engineOf } from './solve';

/**
 * Branch and bound over things that can be had in several ways. A choice is left open (relaxed) as long as its limits hold
 * by themselves; else it is branched on, the least violated way first. A branch that cannot come out cheaper than the best
 * so far is pruned. Exact, unless time runs out: then the gap to the bound is given. Exponential in the choices that
 * bind, which are few.
 */
export type Chosen =
  | {
      readonly ok: true;
      readonly ends: Float64Array;
      /** The levels that the ends are. */
      readonly compiled: Compiled;
      readonly cost: number;
      /** Of each choice: the way taken. */
      readonly ways: readonly number[];
      /** How much cheaper anything can be at most: nothing, unless time ran out; infinite where nobody can say. */
      readonly gap: number;
      readonly tried: number;
    }
  /** `gaveUp`: time ran out before anything was found. */
  | { readonly ok: false; readonly gaveUp: boolean; readonly tried: number };

/** Rows broken by less than this are kept, m. */
const KEPT = 1e-7;
/** What is cheaper by a smaller part than this is not cheaper. */
const CHEAPER = 1e-9;

/** @param goOn whether there is time left; asked before each try but the first of all */
export function choose(program: Program, goOn: () => boolean = () => true): Chosen {
  return new Search(program, goOn).run();
}

/** The same with its choices made. */
export function withWays(program: Program, ways: readonly number[]): Program {
  const rows = new Rows();
  rows.addAll(program.rows);
  const [low, high, base] = [program.low.slice(), program.high.slice(), program.base.slice()];
  program.choices.forEach((choice, index) => {
    const way = choice.ways[ways[index] as number];
    if (!way) return;
    rows.addAll(way.rows);
    if (!way.cost) return;
    low[way.cost.run] = way.cost.low;
    high[way.cost.run] = way.cost.high;
    base[way.cost.run] = way.cost.base;
  });
  return { ...program, low, high, base, rows, choices: [] };
}

class Search {
  readonly #rows: Rows;
  readonly #low: Float64Array;
  readonly #high: Float64Array;
  readonly #base: Float64Array;
  /** Of each choice: the way that is taken, -1 while it is open. */
  readonly #taken: Int32Array;
  #best: { ends: Float64Array; compiled: Compiled; cost: number; ways: number[] } | undefined;
  #tried = 0;
  #out = false;
  /** Of what was not gone into for want of time: what it costs at least. */
  #open = Infinity;

  constructor(
    private readonly program: Program,
    private readonly goOn: () => boolean,
  ) {
    // Ways put their rows after those that are always there, and take them away again.
    this.#rows = program.choices.length === 0 ? program.rows : program.rows.copy();
    this.#low = program.low.slice();
    this.#high = program.high.slice();
    this.#base = program.base.slice();
    this.#taken = new Int32Array(program.choices.length).fill(-1);
  }

  run(): Chosen {
    const compiled = compile(this.program);
    try {
      if (!('contradicts' in compiled)) this.start(compiled, -Infinity);
    } catch (error) {
      if (!(error instanceof OutOfTime)) throw error;
      // What is not gone into could cost anything.
      this.#out = true;
      this.#open = -Infinity;
    }
    const best = this.#best;
    if (!best) return { ok: false, gaveUp: this.#out, tried: this.#tried };
    return { ok: true, ...best, gap: Math.max(0, best.cost - this.#open), tried: this.#tried };
  }

  private start(compiled: Compiled, atLeast: number): void {
    const cheapest = engineOf(compiled);
    this.tryOut(compiled, cheapest, atLeast, () => cheapest.levels());
  }

  /** @param atLeast what it costs at least, by what is known so far */
  private tryOut(compiled: Compiled, cheapest: Engine, atLeast: number, solve: () => Float64Array | undefined): void {
    if (this.#tried > 0 && !this.goOn()) this.#out = true;
    if (this.#out) {
      this.#open = Math.min(this.#open, atLeast);
      return;
    }
    if (this.beaten(atLeast)) return;
    this.#tried += 1;
    const levels = solve();
    if (!levels) return;
    const ends = endsOf(compiled, levels);
    const found = { ends, compiled, cost: costOf(this.priced(), ends) };
    if (this.beaten(found.cost)) return;
    const open = this.finish(found);
    if (open === undefined || this.beaten(found.cost)) return;
    const { ways } = this.program.choices[open] as Choice;
    const order = ways.map((way, index) => ({ way, index, off: broken(way, ends) }));
    order.sort((a, b) => a.off - b.off || a.index - b.index);
    for (const { way, index } of order) this.take(compiled, cheapest, open, index, way, found.cost);
  }

  private priced(): Program {
    return {
      runs: this.program.runs,
      low: this.#low,
      high: this.#high,
      base: this.#base,
      rows: this.#rows,
      choices: [],
      ...(this.program.bent ? { bent: this.program.bent } : {}),
    };
  }

  private beaten(cost: number): boolean {
    return this.#best !== undefined && cost >= this.#best.cost - CHEAPER * (1 + Math.abs(this.#best.cost));
  }

  private take(from: Compiled, cheapest: Engine, choice: number, index: number, way: Way, atLeast: number): void {
    const count = this.#rows.count;
    const { cost } = way;
    const before = cost && [this.#low[cost.run], this.#high[cost.run], this.#base[cost.run]];
    this.#rows.addAll(way.rows);
    this.#taken[choice] = index;
    if (cost) this.price(cost.run, cost.low, cost.high, cost.base);
    this.tryWay(from, cheapest, way, atLeast);
    if (cost && before) this.price(cost.run, ...(before as [number, number, number]));
    this.#taken[choice] = -1;
    this.#rows.cut(count);
  }

  private tryWay(from: Compiled, cheapest: Engine, { rows, cost }: Way, atLeast: number): void {
    const tighter = tighten(from, rows);
    if (!tighter) {
      // What ties levels, or links others than before, is put together anew.
      const compiled = compile(this.priced());
      if (!('contradicts' in compiled)) this.start(compiled, atLeast);
    } else if (!('contradicts' in tighter)) {
      const compiled = cost ? priced(tighter, this.priced()) : tighter;
      const ends = cost ? [lowOf(cost.run), highOf(cost.run)] : [];
      const levels = ends.map((end) => compiled.levelOf[end] as number).filter((level) => level >= 0);
      const again: { back?: () => void } = {};
      this.tryOut(compiled, cheapest, atLeast, () => {
        const { levels: found, back } = cheapest.again(compiled.forest, [...tighter.touched, ...levels]);
        again.back = back;
        return found;
      });
      again.back?.();
    }
  }

  private price(run: number, low: number, high: number, base: number): void {
    this.#low[run] = low;
    this.#high[run] = high;
    this.#base[run] = base;
  }

  /**
   * Takes what was found as it is, with the way that each open choice keeps by itself, where all do.
   * @returns the open choice that decides most; undefined where none is left that could change anything
   */
  private finish({
    ends,
    compiled,
    cost,
  }: {
    readonly ends: Float64Array;
    readonly compiled: Compiled;
    readonly cost: number;
  }): number | undefined {
    const ways = [...this.#taken];
    let [worst, off] = [-1, 0];
    let [dearest, more] = [-1, 0];
    let extra = 0;
    this.program.choices.forEach((choice, index) => {
      if (ways[index] !== -1) return;
      let [way, least, price] = [-1, Infinity, 0];
      choice.ways.forEach((choiceWay, number) => {
        const misses = broken(choiceWay, ends);
        if (misses > least) return;
        const costs = this.dearer(choiceWay, ends);
        if (misses === least && costs >= price) return;
        [way, least, price] = [number, misses, costs];
      });
      ways[index] = way;
      extra += price;
      if (least > off) [worst, off] = [index, least];
      if (price > more) [dearest, more] = [index, price];
    });
    if (worst >= 0) return worst;
    if (!this.beaten(cost + extra)) this.#best = { ends, compiled, cost: cost + extra, ways };
    return dearest < 0 ? undefined : dearest;
  }

  /** How much more a run costs in a way, where it lies. */
  private dearer({ cost }: Way, ends: Float64Array): number {
    if (!cost) return 0;
    const { run, low, high, base } = cost;
    return Math.max(
      0,
      base -
        (this.#base[run] as number) +
        (low - (this.#low[run] as number)) * (ends[lowOf(run)] as number) +
        (high - (this.#high[run] as number)) * (ends[highOf(run)] as number),
    );
  }
}

/** How far the levels are off a way, m. */
function broken({ rows }: Way, ends: Float64Array): number {
  let most = 0;
  for (let row = 0; row < rows.count; row += 1) most = Math.max(most, -rows.room(row, ends));
  return most <= KEPT ? 0 : most;
}
