import type { Buying, ItemOf, Plan, Supplier, Uuid } from '@alveus/plan';
import { ONLY, same, SUPPLIERS } from '@alveus/plan';
import { inOrder } from '../by-name';
import type { Evaluation } from '../evaluate';
import { keptWith } from '../kept-with';
import type { LineResult } from '../results';
import type { Entry, What } from './articles';
import type { Books } from './books';
import type { Sum, Terms } from './sums';
import { DEFAULT_BUYING, ofLine, spoilSum, sumOf } from './sums';
import type { Part, Taken } from './taken';
import type { Moved } from './transfers';
import { transfersOf } from './transfers';

/** The take-off of a whole job: what its lines take, summed by article, and what is ordered and hauled for it. */

/** The soil of the job in one account; m³ in the ground, and loose where it is told. */
export interface SoilBalance {
  readonly dug: number;
  /** What goes back, as it lay in the ground. */
  readonly back: number;
  /** From one line to another, as it lay in the ground: what some have over and others lack. */
  readonly moved: number;
  /** Stone dug up and laid in another line, taken to lie there as it lay before. */
  readonly stone: number;
  readonly left: number;
  readonly leftLoose: number;
  readonly short: number;
}

/** What is not counted, because the plan does not say enough yet. */
export interface Missing {
  /** Length of line without ground or grade, m. */
  readonly length: number;
  /** Holes without a depth, and cleanouts, vents and stand-pipes without one. */
  readonly holes: number;
  readonly risers: number;
  /** Bends that are not on the sketch: by how much they turn nobody knows. */
  readonly bends: number;
  /** Layers whose material is gone: what they weigh nobody knows. */
  readonly lost: number;
  /** Materials that are set by the piece, without a length of one. */
  readonly unsized: readonly Uuid[];
}

/** Of an article that was ordered or brought, and that nothing in the plan asks for now. */
export interface Stray {
  readonly article: string;
  readonly name: string;
  readonly tickets: readonly ItemOf<'delivery'>[];
}

export interface Takeoff {
  readonly sums: readonly Sum[];
  readonly soil: SoilBalance;
  readonly missing: Missing;
  /** Orders and tickets of what the plan does not take any more. */
  readonly strays: readonly Stray[];
  readonly books: Books;
  readonly terms: Terms;
}

/** What the take-off follows from. */
export interface JobTaken {
  readonly plan: Pick<Plan, 'buying' | 'line' | 'material' | 'pipe' | 'transfer'>;
  readonly books: Books;
  readonly lines: Evaluation['lines'];
  readonly native: Evaluation['native'];
  /** By line; and of structures and runs that no line has. */
  readonly taken: ReadonlyMap<Uuid, Taken>;
  readonly apart: Taken;
}

/** A take-off, and what it was put together of: what of that is as it was is taken over. */
export interface Ledger {
  readonly takeoff: Takeoff;
  readonly taken: readonly Taken[];
  readonly articles: Articles;
  readonly summed: ReadonlyMap<string, Summed>;
}

/** What lies on each line, by the key of the article, in the order of the lines. */
type Articles = ReadonlyMap<string, Parts>;
type Parts = readonly [Part, ...Part[]];

interface Summed {
  readonly parts: Parts;
  /** What else it was worked out by. */
  readonly by: readonly unknown[];
  readonly sum: Sum;
}

const lineOrder = keptWith((table: Plan['line']) => inOrder(Object.values(table), (line) => line).map(({ id }) => id));

const NONE_MOVED: readonly Moved[] = [];

export const buyingOf = (plan: Pick<Plan, 'buying'>): Buying => plan.buying[ONLY] ?? DEFAULT_BUYING;

/** What of the job's take-off is one line's. */
export const lineSums = ({ sums, terms }: Takeoff, line: Uuid): readonly Sum[] =>
  sums.flatMap((sum) => ofLine(sum, line, terms) ?? []);

export function ledgerOf(job: JobTaken, before: Ledger | undefined): Ledger {
  const { plan, native } = job;
  const terms: Terms = { plan, native, buying: buyingOf(plan) };
  const lines = lineOrder(plan.line).map((id) => job.lines.get(id) as LineResult);
  const taken = lines.map(({ id }) => job.taken.get(id) as Taken);
  taken.push(job.apart);
  const articles = articlesOf(taken, before);
  const transfers = transfersOf(articles, plan.transfer);
  const summed = new Map<string, Summed>();
  for (const [key, parts] of articles) {
    const [{ what }] = parts;
    const moved = (what.of === 'material' && transfers.get(what.material)) || NONE_MOVED;
    const by = [terms.buying, moved, thingOf(what, plan)];
    const was = before?.summed.get(key);
    const kept = was?.parts === parts && alike(was.by, by, same) ? was : undefined;
    summed.set(key, kept ?? { parts, by, sum: sumOf(parts, moved, terms) });
  }
  const soil = balanceOf(lines, native, transfers);
  const sums = Array.from(summed.values(), ({ sum }) => sum);
  if (soil.leftLoose > 1e-9) sums.push(spoilSum(soil.leftLoose, terms));
  const rank = (supplier: Supplier): number => SUPPLIERS.indexOf(supplier);
  sums.sort((a, b) => rank(a.supplier) - rank(b.supplier) || a.name.localeCompare(b.name, 'en') || a.amount - b.amount);
  return {
    takeoff: {
      sums,
      soil,
      missing: missingOf(lines, taken),
      strays: straysOf(job.books, summed),
      books: job.books,
      terms,
    },
    taken,
    articles,
    summed,
  };
}

/** Put together line by line; where the lines are those of before, only articles of which a line takes otherwise now. */
function articlesOf(taken: readonly Taken[], before: Ledger | undefined): Articles {
  const was = before && alike(before.taken, taken, (a, b) => a.line === b.line) ? before : undefined;
  const articles = new Map(was?.articles);
  const otherwise = new Set<string>();
  taken.forEach(({ parts: now }, index) => {
    const then = was?.taken[index]?.parts;
    if (then === now) return;
    for (const [key, part] of now) {
      const old = then?.get(key);
      if (!old || !samePart(old, part)) otherwise.add(key);
    }
    for (const key of then?.keys() ?? []) if (!now.has(key)) otherwise.add(key);
  });
  for (const key of otherwise) {
    const parts: Part[] = [];
    for (const entry of taken) {
      const part = entry.parts.get(key);
      if (part) parts.push(part);
    }
    if (isSome(parts)) articles.set(key, parts);
    else articles.delete(key);
  }
  return articles;
}

const isSome = (parts: readonly Part[]): parts is Parts => parts.length > 0;

/** What of the plan an article is. */
function thingOf(what: What, plan: JobTaken['plan']): unknown {
  if ('material' in what) return plan.material[what.material];
  if ('pipe' in what) return plan.pipe[what.pipe];
  if (what.of !== 'fitting') return undefined;
  const { fitting } = what;
  return [plan.pipe[fitting.pipe], 'branch' in fitting && plan.pipe[fitting.branch]];
}

function alike<T>(a: readonly T[], b: readonly T[], equal: (now: T, then: T) => boolean): boolean {
  if (a.length !== b.length) return false;
  for (let index = 0; index < a.length; index += 1)
    if (a[index] !== b[index] && !equal(a[index] as T, b[index] as T)) return false;
  return true;
}

const samePart = (a: Part, b: Part): boolean => a.line === b.line && alike<Entry>(a.entries, b.entries, same);

function missingOf(lines: readonly LineResult[], taken: readonly Taken[]): Missing {
  let [length, holes, lost, risers, bends] = [0, 0, 0, 0, 0];
  const unsized = new Set<Uuid>();
  for (const { gaps } of lines) {
    length += gaps.length;
    holes += gaps.holes;
    lost += gaps.lost.length;
    for (const material of gaps.unsized) unsized.add(material);
  }
  for (const { gaps } of taken) {
    risers += gaps.risers;
    bends += gaps.bends;
  }
  return { length, holes, risers, bends, lost, unsized: [...unsized] };
}

function straysOf({ ordered, delivered }: Books, summed: ReadonlyMap<string, unknown>): readonly Stray[] {
  const strays = new Map<string, Stray>();
  for (const [article, [line]] of ordered)
    if (line && !summed.has(article)) strays.set(article, { article, name: line.name, tickets: [] });
  for (const [article, tickets] of delivered)
    if (tickets[0] && !summed.has(article)) strays.set(article, { article, name: tickets[0].name, tickets });
  return [...strays.values()];
}

/** One account for the job: what one line has over goes to another that lacks it, before any is bought or hauled. */
function balanceOf(
  lines: readonly LineResult[],
  native: Terms['native'],
  transfers: ReadonlyMap<Uuid, readonly Moved[]>,
): SoilBalance {
  let [dug, back, over, lack] = [0, 0, 0, 0];
  for (const { soil } of lines) {
    dug += soil.excavation + soil.swales;
    back += soil.nativeBank;
    over += soil.spoilBank;
    lack += soil.nativeShort;
  }
  const moved = Math.min(over, lack);
  let dugUp = 0;
  for (const list of transfers.values())
    for (const { transfer, counted } of list) if (transfer.from !== undefined) dugUp += counted;
  const stone = Math.min(over - moved, dugUp);
  const left = over - moved - stone;
  return { dug, back, moved, stone, left, leftLoose: left * (1 + native.swell), short: lack - moved };
}
