import fc from 'fast-check';
import type { ModelData } from 'highs';
import type { Choice, Is, Program } from '../../src/optimize/solver';
import { DATUM, highOf, JUST, LEAST, lowOf, MOST, Rows } from '../../src/optimize/solver';

/** Networks of runs over rolling ground as bare numbers, drawn from a seed, and the same for another solver. */

export interface Draw {
  readonly seed: number;
  readonly runs: number;
  /** Ground points of each run. */
  readonly points: number;
  /** Utilities that may be passed above or below. */
  readonly crossings?: number;
  /** Of a thousand runs, so many have an end or a slope fixed. */
  readonly fixed?: number;
  /** Metres that the ground goes off the straight. */
  readonly rough?: number;
  /** Runs that close a ring. */
  readonly rings?: number;
}

/** @returns numbers from 0 to 1, the same for a seed */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** A network whose water mostly gathers, in parts goes away from a node by several runs, with cover, depth and slopes. */
export function drawn({ seed, runs, points, crossings = 0, fixed = 60, rough = 1.2, rings = 0 }: Draw): Program {
  const random = seeded(seed);
  const between = (least: number, most: number): number => least + random() * (most - least);
  const low = new Float64Array(runs);
  const high = new Float64Array(runs);
  const base = new Float64Array(runs);
  const rows = new Rows();
  const choices: Choice[] = [];
  const level = [0];
  /** Runs that leave each node, by their number. */
  const leaving: number[][] = [[]];
  const arriving: number[][] = [[]];
  let limit = 0;
  for (let run = 0; run < runs; run += 1) {
    const nodes = level.length;
    const closes = run >= runs - rings && nodes > 3;
    const here = run < 3 ? nodes - 1 : Math.floor(between(Math.max(0, nodes - 12), nodes));
    const length = between(5, 60);
    const up = closes ? true : random() < 0.9;
    const other = closes ? (here + 2 + Math.floor(between(0, nodes - 4))) % nodes : nodes;
    if (!closes) {
      level.push((level[here] as number) + (up ? 0.012 : -0.012) * length);
      leaving.push([]);
      arriving.push([]);
    }
    const ends = up ? [here, other] : [other, here];
    const [lower, upper] =
      (level[ends[0] as number] as number) <= (level[ends[1] as number] as number) || !closes
        ? ends
        : [ends[1], ends[0]];
    if (lower === undefined || upper === undefined || lower === upper) throw new Error('a run between two nodes');
    const [from, over] = [level[lower] as number, level[upper] as number];
    const width = between(0.4, 0.9) * length;
    low[run] = -width / 2;
    high[run] = -width / 2;
    base[run] = width * (from + over) * 0.5 + width * 3;
    for (let point = 0; point < points; point += 1) {
      const share = point / (points - 1);
      const ground = from + share * (over - from) + 3 + between(-rough, rough) / 2;
      rows.along(run, share, MOST, ground - 0.6, limit);
      rows.along(run, share, LEAST, ground - 5, limit + 1);
    }
    limit += 2;
    rows.apart(highOf(run), lowOf(run), LEAST, 0.005 * length, (limit += 1));
    rows.apart(highOf(run), lowOf(run), MOST, 0.15 * length, (limit += 1));
    if (random() * 1000 < fixed) rows.apart(lowOf(run), DATUM, JUST, from + between(0.6, 1.4), (limit += 1));
    if (random() * 1000 < fixed) rows.apart(highOf(run), lowOf(run), JUST, between(0.006, 0.02) * length, (limit += 1));
    (leaving[upper] as number[]).push(run);
    (arriving[lower] as number[]).push(run);
    if (run < crossings) {
      const share = between(0.2, 0.8);
      const ground = from + share * (over - from) + 3;
      const middle = ground - between(0.9, 2.4);
      const room = between(0.15, 0.4);
      const [above, below] = [new Rows(), new Rows()];
      limit += 1;
      above.along(run, share, LEAST, middle + room, limit);
      below.along(run, share, MOST, middle - room, limit);
      choices.push({ ways: [{ rows: above }, { rows: below }] });
    }
  }
  for (let node = 0; node < level.length; node += 1) {
    const [first, ...others] = leaving[node] as number[];
    if (first === undefined) continue;
    for (const run of others) rows.apart(highOf(run), highOf(first), JUST, 0, (limit += 1));
    for (const run of arriving[node] as number[]) {
      const join = random();
      if (join < 0.15) continue;
      const is: Is = join < 0.4 ? JUST : LEAST;
      rows.apart(lowOf(run), highOf(first), is, is === JUST ? 0 : between(0, 0.1), (limit += 1));
    }
  }
  return { runs, low, high, base, rows, choices };
}

/** The same for a solver of linear programs; a choice is a whole number that lifts the limits of the ways not taken. */
export function asModel({ runs, low, high, base, rows, choices, bent = [] }: Program): ModelData {
  const FREE = 1e30;
  const switches = choices.reduce((sum, { ways }) => sum + ways.length, 0);
  const cols = 2 * runs + switches + bent.length;
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  const rowLower: number[] = [];
  const rowUpper: number[] = [];
  const put = (of: Rows, row: number, lifted?: number): void => {
    const [a, b, share] = [of.one[row] as number, of.other[row] as number, of.share[row] as number];
    const apart = share < 0;
    indices.push(a);
    values.push(apart ? 1 : share);
    if (b !== DATUM) {
      indices.push(b);
      values.push(apart ? -1 : 1 - share);
    }
    const [is, value] = [of.is[row], of.value[row] as number];
    if (lifted !== undefined) {
      // Kept where the switch is on; else wider by more than anything can be off.
      indices.push(lifted);
      values.push(is === LEAST ? -LIFT : LIFT);
    }
    rowLower.push(is === MOST ? -FREE : lifted === undefined ? value : value - LIFT);
    rowUpper.push(is === LEAST ? FREE : lifted === undefined ? value : value + LIFT);
    starts.push(indices.length);
  };
  for (let row = 0; row < rows.count; row += 1) put(rows, row);
  let next = 2 * runs;
  for (const { ways } of choices) {
    const first = next;
    for (const way of ways) {
      for (let row = 0; row < way.rows.count; row += 1) put(way.rows, row, next);
      next += 1;
    }
    for (let index = first; index < next; index += 1) {
      indices.push(index);
      values.push(1);
    }
    rowLower.push(1);
    rowUpper.push(1);
    starts.push(indices.length);
  }
  bent.forEach(({ run, planes }, index) => {
    for (const plane of planes) {
      indices.push(2 * runs + switches + index, lowOf(run), highOf(run));
      values.push(1, -plane.low, -plane.high);
      rowLower.push(plane.base);
      rowUpper.push(FREE);
      starts.push(indices.length);
    }
  });
  const colCost = new Float64Array(cols);
  colCost.fill(1, 2 * runs + switches);
  let offset = 0;
  for (let run = 0; run < runs; run += 1) {
    colCost[lowOf(run)] = low[run] as number;
    colCost[highOf(run)] = high[run] as number;
    offset += base[run] as number;
  }
  const whole = new Int32Array(cols);
  whole.fill(1, 2 * runs, 2 * runs + switches);
  const numRows = rowLower.length;
  return {
    numCols: cols,
    numRows,
    offset,
    colCost,
    colLower: Float64Array.from({ length: cols }, (_, col) =>
      col < 2 * runs || col >= 2 * runs + switches ? -FREE : 0,
    ),
    colUpper: Float64Array.from({ length: cols }, (_, col) =>
      col < 2 * runs || col >= 2 * runs + switches ? FREE : 1,
    ),
    rowLower: Float64Array.from(rowLower),
    rowUpper: Float64Array.from(rowUpper),
    matrix: {
      format: 'csr',
      numRows,
      numCols: cols,
      starts: Int32Array.from(starts),
      indices: Int32Array.from(indices),
      values: Float64Array.from(values),
    },
    ...(switches > 0 ? { integrality: whole } : {}),
  };
}

const LIFT = 50;

/** Random networks, some in rings, some of whose inverts are fixed. */
export const networks = (most: number): fc.Arbitrary<Program> =>
  fc
    .record({
      seed: fc.nat(1_000_000),
      runs: fc.integer({ min: 1, max: most }),
      points: fc.integer({ min: 2, max: 8 }),
      crossings: fc.nat(6),
      fixed: fc.constantFrom(0, 30, 120, 300),
      rings: fc.constantFrom(0, 0, 0, 1, 2),
    })
    .map(drawn);

/** Fails where a row is broken. */
export function keepsAll({ rows }: Program, ends: Float64Array, by = 1e-6): void {
  for (let row = 0; row < rows.count; row += 1)
    if (rows.room(row, ends) < -by) throw new Error(`row ${row} is broken by ${-rows.room(row, ends)}`);
}
