import type { Buying, Item, ItemOf, Supplier, Uuid } from '@alveus/plan';
import { classOf, formOf, ONLY, SUPPLIERS } from '@alveus/plan';
import { inOrder } from '../by-name';
import type { Evaluation } from '../evaluate';
import { jointOf } from '../pipe';
import type { HoleResult, NodeResult, RunResult } from '../results';
import { FOOT, TON, YARD3 } from '../units';
import type { Article, Entry, What } from './articles';
import { articleOf, keyOf } from './articles';
import { booksOf } from './books';
import type { CutList, Wanted } from './cutting';
import { cutList } from './cutting';
import { holeEntries } from './holes';
import { loadsOf, LOOSE_SOIL, whole } from './loads';
import { nodeEntries, turnAt } from './nodes';
import type { Rolls } from './rolls';
import { rollsFor } from './rolls';
import { runEntries } from './runs';
import type { Moved } from './transfers';
import { movedIn, transfersOf } from './transfers';

/** The take-off of a whole job: a ledger of entries, summed by article, and what is ordered and hauled for it. */

/** As things are bought as long as nobody says otherwise: common practice. */
export const DEFAULT_BUYING: Buying = {
  kind: 'buying',
  id: ONLY,
  truck: { volume: 14 * YARD3, mass: 15 * TON },
  fabric: { wide: 6 * FOOT, long: 50 * FOOT, lap: 2 * FOOT },
  marker: 500 * FOOT,
  bale: 80 * FOOT ** 2,
  bag: 0.6 * FOOT ** 3,
  byBags: 0.5 * YARD3,
  seed: false,
  cleanouts: 100 * FOOT,
};

/** What comes in cans and bags is ordered by this much, kg: common practice. */
const LEAST_MASS = 0.5;

export interface Sum extends Article {
  readonly what: What;
  /** As it lies: placed, laid, dug; by the unit. */
  readonly amount: number;
  readonly entries: readonly Entry[];
  /** With the waste, by the unit. */
  readonly ordered: number;
  /** As it is asked for: so many sticks, rolls, bags, bales or pieces. */
  readonly count: { readonly of: Count; readonly number: number } | undefined;
  /** m³ loose and kg, of what comes or goes by the truck, and how many of these. */
  readonly loose: number;
  readonly mass: number;
  readonly loads: number;
  /** kg for one of its unit, of what is weighed; 0 of what is not. */
  readonly weighs: number;
  readonly cutList: CutList<Uuid> | undefined;
  /** Fabric: by width across. */
  readonly rolls: readonly FabricRolls[];
  /** What of it is moved from elsewhere, and not ordered. */
  readonly moved: readonly Moved[];
}
export type Count = 'stick' | 'roll' | 'bag' | 'bale' | 'piece';

export interface FabricRolls extends Rolls {
  readonly wide: number;
  readonly length: number;
}

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
}

/** What was worked out of a result, and what else it was worked out by: the same as long as these are. */
interface Known {
  readonly by: readonly unknown[];
  readonly entries: readonly Entry[];
}
const known = new WeakMap<RunResult | NodeResult | HoleResult, Known>();

function takenOver(
  result: RunResult | NodeResult | HoleResult,
  by: readonly unknown[],
  work: () => readonly Entry[],
): readonly Entry[] {
  const before = known.get(result);
  if (before?.by.length === by.length && by.every((one, index) => one === before.by[index])) return before.entries;
  const entries = work();
  known.set(result, { by, entries });
  return entries;
}

/** All entries of a plan: those of what did not change are taken over. */
export function entriesOf({ plan, runs, nodes, holes, site }: Evaluation): readonly Entry[] {
  const entries: Entry[] = [];
  const add = (found: readonly Entry[]): void => {
    for (const entry of found) entries.push(entry);
  };
  const material = (id: Uuid): ItemOf<'material'> | undefined => plan.material[id];
  for (const run of inOrder(runs.values(), ({ run: item }) => item)) {
    const pits = site.pits.get(run.id) ?? NO_PITS;
    add(takenOver(run, [plan.material, pits], () => runEntries(run, { material, pits })));
  }
  const context = { run: (id: Uuid) => runs.get(id), place: (id: Uuid) => plan.nodePlace[id] };
  for (const node of inOrder(nodes.values(), ({ node: item }) => item)) {
    const meeting = [...node.arriving, ...node.leaving].map(({ run }) => runs.get(run));
    const by = [plan.nodePlace, ...meeting.flatMap((run) => [run?.pipe, run?.run])];
    add(takenOver(node, by, () => nodeEntries(node, context)));
  }
  for (const hole of inOrder(holes.values(), ({ id }) => ({ id, name: plan.node[id]?.name ?? '' })))
    add(takenOver(hole, [], () => holeEntries(hole)));
  return entries;
}

const NO_PITS: readonly ItemOf<'testPit'>[] = [];
const NONE_MOVED: readonly Moved[] = [];

export const buyingOf = (plan: Evaluation['plan']): Buying => plan.buying[ONLY] ?? DEFAULT_BUYING;

export function takeoff(evaluation: Evaluation): Takeoff {
  const { plan } = evaluation;
  const buying = buyingOf(plan);
  const byKey = new Map<string, { readonly what: What; readonly entries: Entry[]; amount: number }>();
  const put = (entry: Entry, what: What = entry.what): void => {
    const key = keyOf(what);
    const sum = byKey.get(key);
    if (!sum) byKey.set(key, { what, entries: [entry], amount: entry.amount });
    else {
      sum.entries.push(entry);
      sum.amount += entry.amount;
    }
  };
  const all = entriesOf(evaluation);
  for (const entry of all) {
    if (entry.what.of === 'sod' && buying.seed) {
      put(entry, { of: 'seed' });
      put(entry, { of: 'straw' });
    } else put(entry);
  }
  const transfers = transfersOf(all, evaluation);
  const soil = balanceOf(evaluation, transfers);
  const sums = [...byKey.values()].map(({ what, entries, amount }) => {
    const moved = (what.of === 'material' && transfers.get(what.material)) || NONE_MOVED;
    return sumOf(what, entries, amount, moved, evaluation, buying);
  });
  if (soil.leftLoose > 1e-9) sums.push(sumOf({ of: 'spoil' }, [], soil.leftLoose, NONE_MOVED, evaluation, buying));
  const rank = (supplier: Supplier): number => SUPPLIERS.indexOf(supplier);
  sums.sort((one, other) => rank(one.supplier) - rank(other.supplier) || one.name.localeCompare(other.name, 'en'));
  return { sums, soil, missing: missingOf(evaluation), strays: straysOf(plan, byKey) };
}

function missingOf({ plan, lines, nodes, runs }: Evaluation): Missing {
  const context = { run: (id: Uuid) => runs.get(id), place: (id: Uuid) => plan.nodePlace[id] };
  let [length, holes, risers, bends, lost] = [0, 0, 0, 0, 0];
  for (const { quantities } of inOrder(lines.values(), ({ line }) => line)) {
    length += quantities.missingLength;
    holes += quantities.holesMissing;
    lost += quantities.lost.length;
  }
  for (const { id, node, depth, arriving, leaving } of nodes.values()) {
    const { riser, turns } = formOf(node.form);
    if (riser && depth === undefined) risers += 1;
    const [from, to] = [arriving[0], leaving[0]];
    if (turns && from && to && turnAt(id, from.run, to.run, context) === undefined) bends += 1;
  }
  return { length, holes, risers, bends, lost };
}

function straysOf(plan: Evaluation['plan'], taken: ReadonlyMap<string, unknown>): readonly Stray[] {
  const { ordered, delivered } = booksOf(plan);
  const strays = new Map<string, Stray>();
  for (const [article, [line]] of ordered)
    if (line && !taken.has(article)) strays.set(article, { article, name: line.name, tickets: [] });
  for (const [article, tickets] of delivered)
    if (tickets[0] && !taken.has(article)) strays.set(article, { article, name: tickets[0].name, tickets });
  return [...strays.values()];
}

/** One account for the job: what one line has over goes to another that lacks it, before any is bought or hauled. */
function balanceOf({ lines, native }: Evaluation, transfers: ReadonlyMap<Uuid, readonly Moved[]>): SoilBalance {
  let [dug, back, over, lack] = [0, 0, 0, 0];
  for (const { quantities } of inOrder(lines.values(), ({ line }) => line)) {
    dug += quantities.excavation + quantities.swales;
    back += quantities.nativeBank;
    over += quantities.spoilBank;
    lack += quantities.nativeShort;
  }
  const moved = Math.min(over, lack);
  let dugUp = 0;
  for (const list of transfers.values())
    for (const { transfer, counted } of list) if (transfer.from !== undefined) dugUp += counted;
  const stone = Math.min(over - moved, dugUp);
  const left = over - moved - stone;
  return { dug, back, moved, stone, left, leftLoose: left * (1 + native.swell), short: lack - moved };
}

function sumOf(
  what: What,
  entries: readonly Entry[],
  amount: number,
  moved: readonly Moved[],
  { plan, native }: Evaluation,
  buying: Buying,
): Sum {
  const sum: Sum = {
    ...articleOf(what, plan),
    what,
    amount,
    entries,
    ordered: amount,
    count: undefined,
    loose: 0,
    mass: 0,
    loads: 0,
    weighs: 0,
    cutList: undefined,
    rolls: [],
    moved,
  };
  switch (what.of) {
    case 'material': {
      const material: Item | undefined = plan.material[what.material];
      if (!material) return sum;
      const bought = Math.max(0, amount - movedIn(moved));
      const ordered = bought * (1 + material.waste);
      const [loose, mass] = [ordered * material.loose, ordered * material.density];
      const weighs = material.density;
      if (classOf(material.class).bagged && ordered <= buying.byBags)
        return { ...sum, ordered, mass, weighs, count: { of: 'bag', number: whole(ordered / buying.bag) } };
      return { ...sum, ordered, loose, mass, weighs, loads: loadsOf(loose, mass, buying.truck) };
    }
    case 'sod': {
      const waste = plan.material[what.material]?.waste ?? 0;
      return { ...sum, ordered: amount * (1 + waste) };
    }
    case 'spoil': {
      const mass = amount * (native.density ?? LOOSE_SOIL);
      return { ...sum, loose: amount, mass, loads: loadsOf(amount, mass, buying.truck) };
    }
    case 'straw':
      return { ...sum, count: { of: 'bale', number: whole(amount / buying.bale) } };
    case 'pipe':
    case 'riser': {
      const pipe = plan.pipe[what.pipe];
      if (!pipe) return sum;
      const { socket } = jointOf(pipe);
      if (pipe.stick <= socket) return sum;
      const list = cutList(lengthsOf(entries), pipe.stick, socket);
      return { ...sum, count: { of: 'stick', number: list.sticks }, cutList: list };
    }
    case 'fabric': {
      const rolls = rollsOf(entries, buying);
      return {
        ...sum,
        ordered: rolls.reduce((all, one) => all + one.rolls, 0) * buying.fabric.long,
        count: { of: 'roll', number: rolls.reduce((all, one) => all + one.rolls, 0) },
        rolls,
      };
    }
    case 'lubricant':
    case 'solvent':
    case 'cement':
      // By the can or bag that is not opened for less.
      return { ...sum, ordered: whole(amount / LEAST_MASS) * LEAST_MASS };
    case 'tape':
    case 'wire':
      return { ...sum, count: { of: 'roll', number: whole(amount / buying.marker) } };
    default:
      return sum;
  }
}

/** Lengths of pipe by where it is laid: of a run with what of it goes into walls and caps at its ends. */
function lengthsOf(entries: readonly Entry[]): Wanted<Uuid>[] {
  const lengths = new Map<Uuid, number>();
  for (const { where, amount } of entries) {
    const of = where.on === 'run' ? where.run : where.node;
    lengths.set(of, (lengths.get(of) ?? 0) + amount);
  }
  return Array.from(lengths, ([of, length]) => ({ of, length }));
}

/** Runs that take as many strips beside each other are laid from the same rolls, the cut end of one beginning the next. */
function rollsOf(entries: readonly Entry[], buying: Buying): FabricRolls[] {
  const byStrips = new Map<number, { length: number; wide: number }>();
  for (const { amount, wide = 0 } of entries) {
    const { strips } = rollsFor(amount, wide, buying.fabric);
    const sum = byStrips.get(strips);
    byStrips.set(strips, { length: (sum?.length ?? 0) + amount, wide: Math.max(sum?.wide ?? 0, wide) });
  }
  return Array.from(byStrips.values(), ({ length, wide }) => ({
    length,
    wide,
    ...rollsFor(length, wide, buying.fabric),
  }));
}
