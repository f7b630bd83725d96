import type { Buying, Item, ItemOf, Plan, Supplier, Uuid } from '@alveus/plan';
import { classOf, formOf, ONLY, same, SUPPLIERS } from '@alveus/plan';
import { inOrder } from '../by-name';
import type { Evaluation } from '../evaluate';
import { jointOf } from '../pipe';
import { FOOT, TON, YARD3 } from '../units';
import type { Article, Entry, What } from './articles';
import { articleOf, keyOf } from './articles';
import { booksOf } from './books';
import type { CutList, Wanted } from './cutting';
import { cutList } from './cutting';
import { loadsOf, LOOSE_SOIL, whole } from './loads';
import { turnAt } from './nodes';
import type { Rolls } from './rolls';
import { rollsFor } from './rolls';
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

/** What the take-off follows from, besides what each thing takes. An evaluation is one. */
export interface JobLaid {
  readonly plan: Pick<
    Plan,
    'buying' | 'material' | 'pipe' | 'transfer' | 'purchase' | 'delivery' | 'nodePlace' | 'run' | 'node' | 'hole'
  >;
  readonly lines: Evaluation['lines'];
  readonly runs: Evaluation['runs'];
  readonly nodes: Evaluation['nodes'];
  readonly native: Evaluation['native'];
}

/** What each run, node and hole takes, by their ids. */
export interface EntriesBy {
  readonly runs: ReadonlyMap<Uuid, readonly Entry[]>;
  readonly nodes: ReadonlyMap<Uuid, readonly Entry[]>;
  readonly holes: ReadonlyMap<Uuid, readonly Entry[]>;
}

/** A take-off, and the accounts that it is made of: an account of which nothing is another is taken over. */
export interface Ledger {
  readonly takeoff: Takeoff;
  readonly order: Order;
  readonly accounts: ReadonlyMap<string, Summed>;
}

interface Summed {
  readonly entries: readonly Entry[];
  /** What else it was worked out by. */
  readonly by: readonly unknown[];
  readonly sum: Sum;
}

/** Runs, nodes and holes in the order in which they are entered: it follows from what they are called. */
interface Order {
  /** The tables that it was found from. */
  readonly of: readonly [Plan['run'], Plan['node'], Plan['hole']];
  readonly runs: readonly Uuid[];
  readonly nodes: readonly Uuid[];
  readonly holes: readonly Uuid[];
}

function orderOf({ run, node, hole }: JobLaid['plan'], before: Order | undefined): Order {
  const of = [run, node, hole] as const;
  if (before && alike(before.of, of)) return before;
  const ids = (items: readonly { readonly id: Uuid; readonly name: string }[]): readonly Uuid[] =>
    inOrder(items, (item) => item).map(({ id }) => id);
  return {
    of,
    runs: ids(Object.values(run)),
    nodes: ids(Object.values(node)),
    holes: ids(Object.keys(hole).map((id) => ({ id, name: node[id]?.name ?? '' }))),
  };
}

function entriesIn(entries: EntriesBy, order: Order): readonly Entry[] {
  const all: Entry[] = [];
  for (const sort of ['runs', 'nodes', 'holes'] as const)
    for (const id of order[sort]) for (const entry of entries[sort].get(id) ?? []) all.push(entry);
  return all;
}

const NONE_MOVED: readonly Moved[] = [];

export const buyingOf = (plan: Pick<Plan, 'buying'>): Buying => plan.buying[ONLY] ?? DEFAULT_BUYING;

export function ledgerOf(laid: JobLaid & { readonly entries: EntriesBy }, before: Ledger | undefined): Ledger {
  const { plan } = laid;
  const buying = buyingOf(plan);
  const order = orderOf(plan, before?.order);
  const entries = entriesIn(laid.entries, order);
  const groups = groupsOf(entries, buying.seed);
  const transfers = transfersOf(entries, laid);
  const soil = balanceOf(laid, transfers);
  const accounts = new Map<string, Summed>();
  for (const { what, entries: own } of groups) {
    const key = keyOf(what);
    const moved = (what.of === 'material' && transfers.get(what.material)) || NONE_MOVED;
    const by = [buying, laid.native, moved, thingOf(what, plan)];
    const was = before?.accounts.get(key);
    const kept = was && alike(was.by, by) && alike(was.entries, own, same) ? was : undefined;
    accounts.set(key, kept ?? { entries: own, by, sum: sumOf(what, own, moved, laid, buying) });
  }
  const sums = Array.from(accounts.values(), ({ sum }) => sum);
  if (soil.leftLoose > 1e-9) sums.push(sumOf({ of: 'spoil' }, [], NONE_MOVED, laid, buying, soil.leftLoose));
  const rank = (supplier: Supplier): number => SUPPLIERS.indexOf(supplier);
  sums.sort((one, other) => rank(one.supplier) - rank(other.supplier) || one.name.localeCompare(other.name, 'en'));
  return {
    takeoff: { sums, soil, missing: missingOf(laid), strays: straysOf(plan, accounts) },
    order,
    accounts,
  };
}

interface Group {
  readonly what: What;
  readonly entries: Entry[];
}

/** Entries by article. Keys of articles are put together once for each, not for each entry. */
function groupsOf(entries: readonly Entry[], seed: boolean): readonly Group[] {
  const shelves = new Map<What['of'], Map<string, Group>>();
  const put = (entry: Entry, what: What): void => {
    let shelf = shelves.get(what.of);
    if (!shelf) shelves.set(what.of, (shelf = new Map<string, Group>()));
    const id = idIn(what);
    const group = shelf.get(id);
    if (group) group.entries.push(entry);
    else shelf.set(id, { what, entries: [entry] });
  };
  for (const entry of entries) {
    if (entry.what.of === 'sod' && seed) {
      put(entry, { of: 'seed' });
      put(entry, { of: 'straw' });
    } else put(entry, entry.what);
  }
  return [...shelves.values()].flatMap((shelf) => [...shelf.values()]);
}

/** What tells an article from others of its sort. */
function idIn(what: What): string {
  switch (what.of) {
    case 'dug':
      return what.stratum;
    case 'structure':
      return what.form;
    case 'fitting':
      return keyOf(what);
    default:
      return 'material' in what ? what.material : 'pipe' in what ? what.pipe : '';
  }
}

/** What of the plan an article is. */
function thingOf(what: What, plan: JobLaid['plan']): unknown {
  if ('material' in what) return plan.material[what.material];
  if ('pipe' in what) return plan.pipe[what.pipe];
  if (what.of !== 'fitting') return undefined;
  // Of a fitting for two pipes either may have another name.
  return 'branch' in what.fitting ? plan.pipe : plan.pipe[what.fitting.pipe];
}

function alike<T>(one: readonly T[], other: readonly T[], equal: (one: T, other: T) => boolean = Object.is): boolean {
  if (one.length !== other.length) return false;
  for (let index = 0; index < one.length; index += 1)
    if (one[index] !== other[index] && !equal(one[index] as T, other[index] as T)) return false;
  return true;
}

function missingOf({ plan, lines, nodes, runs }: JobLaid): Missing {
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

function straysOf(plan: JobLaid['plan'], taken: ReadonlyMap<string, unknown>): readonly Stray[] {
  const { ordered, delivered } = booksOf(plan);
  const strays = new Map<string, Stray>();
  for (const [article, [line]] of ordered)
    if (line && !taken.has(article)) strays.set(article, { article, name: line.name, tickets: [] });
  for (const [article, tickets] of delivered)
    if (tickets[0] && !taken.has(article)) strays.set(article, { article, name: tickets[0].name, tickets });
  return [...strays.values()];
}

/** One account for the job: what one line has over goes to another that lacks it, before any is bought or hauled. */
function balanceOf({ lines, native }: JobLaid, transfers: ReadonlyMap<Uuid, readonly Moved[]>): SoilBalance {
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
  moved: readonly Moved[],
  { plan, native }: JobLaid,
  buying: Buying,
  amount = entries.reduce((sum, entry) => sum + entry.amount, 0),
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
