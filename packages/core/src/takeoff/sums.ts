import type { Buying, ItemOf, Plan, Uuid } from '@alveus/plan';
import { classOf, ONLY } from '@alveus/plan';
import { jointOf } from '../pipe';
import { FOOT, TON, YARD3 } from '../units';
import type { Article, Entry, What } from './articles';
import { articleOf } from './articles';
import type { CutList, Wanted } from './cutting';
import { cutList } from './cutting';
import { loadsOf, LOOSE_SOIL, whole } from './loads';
import type { Rolls } from './rolls';
import { rollsFor } from './rolls';
import type { Part } from './taken';
import type { Moved } from './transfers';
import { movedIn } from './transfers';

/** What an article comes to, and how that is asked for: by the load, the stick, the roll, the bag. */

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
  sod: 'bought',
  counted: 'job',
  cleanouts: 100 * FOOT,
};

const NONE: readonly never[] = [];

/** What comes in cans and bags is ordered by this much, kg: common practice. */
const LEAST_MASS = 0.5;

export interface Sum extends Article, Asked {
  readonly what: What;
  /** As it lies: placed, laid, dug; by the unit. */
  readonly amount: number;
  /** The same line by line. */
  readonly parts: readonly Part[];
  /** What of it is moved from elsewhere, and not ordered. */
  readonly moved: readonly Moved[];
}

/** How an amount is asked for. */
export interface Asked {
  /** With the waste, by the unit. */
  readonly ordered: number;
  /** As it is counted: so many sticks, rolls, bags, bales or pieces. */
  readonly count: { readonly of: Count; readonly number: number } | undefined;
  /** m³ loose and kg, of what comes or goes by the truck, and how many of these. */
  readonly loose: number;
  readonly mass: number;
  readonly loads: number;
  /** kg for one of its unit, of what is weighed; 0 of what is not. */
  readonly weighs: number;
  readonly cutList: CutList<Uuid> | undefined;
  /** What comes in rolls: by width across. */
  readonly rolls: readonly FabricRolls[];
}
export type Count = 'stick' | 'roll' | 'bag' | 'bale' | 'piece';

export interface FabricRolls extends Rolls {
  readonly wide: number;
  readonly length: number;
}

/** What an article is asked for by, besides how much of it there is. */
export interface Terms {
  readonly plan: Pick<Plan, 'material' | 'pipe'>;
  readonly native: ItemOf<'native'>;
  readonly buying: Buying;
}

/** All entries of an article, line by line. */
export const entriesOf = ({ parts }: Pick<Sum, 'parts'>): readonly Entry[] => parts.flatMap(({ entries }) => entries);

/** Of a material, what lies in each kind of layer, from the low end of its line up. */
export function layersOf(sum: Sum): readonly (readonly [layer: string, placed: number])[] {
  const layers = new Map<string, number>();
  for (const { why, amount } of entriesOf(sum)) layers.set(why, (layers.get(why) ?? 0) + amount);
  return [...layers];
}

/** @param parts of one article, at least one */
export function sumOf(parts: readonly [Part, ...Part[]], moved: readonly Moved[], terms: Terms): Sum {
  const [{ what }] = parts;
  const amount = totalOf(parts);
  const alone = (part: Part): Asked =>
    askedFor(what, part.amount, [part], movedIn(moved.filter(({ transfer }) => transfer.into === part.line)), terms);
  const asked =
    terms.buying.counted === 'line' ? together(parts.map(alone)) : askedFor(what, amount, parts, movedIn(moved), terms);
  return sumWith(what, amount, parts, moved, asked, terms);
}

/** What is hauled away: one account for the job, since what one line has over goes to another. @param loose m³ */
export function spoilSum(loose: number, terms: Terms): Sum {
  const mass = loose * (terms.native.density ?? LOOSE_SOIL);
  const loads = loadsOf(loose, mass, terms.buying.truck);
  return sumWith({ of: 'spoil' }, loose, NONE, NONE, { ...plainly(loose), loose, mass, loads }, terms);
}

/** Field by field: every edit makes some of these, and copying objects takes many times as long. */
function sumWith(
  what: What,
  amount: number,
  parts: Sum['parts'],
  moved: Sum['moved'],
  { ordered, count, loose, mass, loads, weighs, cutList: cuts, rolls }: Asked,
  { plan }: Terms,
): Sum {
  const { key, supplier, name, unit } = articleOf(what, plan);
  return {
    key,
    supplier,
    name,
    unit,
    what,
    amount,
    parts,
    moved,
    ordered,
    count,
    loose,
    mass,
    loads,
    weighs,
    cutList: cuts,
    rolls,
  };
}

/**
 * What of an article is one line's. Whole ones that are counted for the job are no line's own where others take of them
 * too: then its measure stands alone, and the cut list says what of the job's sticks goes into the line.
 */
export function ofLine(sum: Sum, line: Uuid, terms: Terms): Sum | undefined {
  const part = sum.parts.find((part) => part.line === line);
  if (!part) return undefined;
  if (sum.parts.length === 1) return sum;
  const moved = sum.moved.filter(({ transfer }) => transfer.into === line);
  const alone = sumOf([part], moved, terms);
  const cuts = sum.cutList && cutsFor(sum.cutList, part);
  if (terms.buying.counted === 'line') return { ...alone, cutList: cuts };
  const exact = sum.rolls.length > 0 || sum.unit === 'mass' ? part.amount : alone.ordered;
  const own = cuts && sum.cutList && !sharedIn(sum.cutList, part);
  const count = own ? ({ of: 'stick', number: cuts.sticks } as const) : undefined;
  // By the truck or by the bag it comes to the job, whatever the line alone would take.
  const share = sum.ordered > 0 ? alone.ordered / sum.ordered : 0;
  const [loose, mass] = [sum.loose * share, sum.mass * share];
  return { ...alone, ordered: exact, count, loose, mass, loads: 0, rolls: [], cutList: cuts };
}

const placesOf = ({ entries }: Part): ReadonlySet<Uuid> =>
  new Set(entries.map(({ where }) => (where.on === 'run' ? where.run : where.node)));

/** Whether a stick is cut for a part and for others. */
function sharedIn({ cuts }: CutList<Uuid>, part: Part): boolean {
  const here = placesOf(part);
  return cuts.some(({ pieces }) => pieces.some(({ of }) => here.has(of)) && pieces.some(({ of }) => !here.has(of)));
}

/** What of a cut list is laid where the entries of a part are. */
function cutsFor({ whole: laid, cuts, least }: CutList<Uuid>, part: Part): CutList<Uuid> {
  const here = placesOf(part);
  const own = laid.filter(({ of }) => here.has(of));
  const pieces = cuts.flatMap((cut) => {
    const some = cut.pieces.filter(({ of }) => here.has(of));
    return some.length > 0 ? [{ ...cut, pieces: some }] : [];
  });
  return { whole: own, cuts: pieces, sticks: own.reduce((all, { sticks }) => all + sticks, 0) + pieces.length, least };
}

const totalOf = (parts: readonly Part[]): number => parts.reduce((sum, { amount }) => sum + amount, 0);

const plainly = (ordered: number): Asked => ({
  ordered,
  count: undefined,
  loose: 0,
  mass: 0,
  loads: 0,
  weighs: 0,
  cutList: undefined,
  rolls: NONE,
});

/** What is rounded up by itself, added up. */
function together(all: readonly Asked[]): Asked {
  const sum = (of: (ask: Asked) => number): number => all.reduce((total, ask) => total + of(ask), 0);
  const lists = all.flatMap(({ cutList: list }) => list ?? []);
  const counted = all.find(({ count }) => count)?.count;
  return {
    ordered: sum(({ ordered }) => ordered),
    count: counted && { of: counted.of, number: sum(({ count }) => count?.number ?? 0) },
    loose: sum(({ loose }) => loose),
    mass: sum(({ mass }) => mass),
    loads: sum(({ loads }) => loads),
    weighs: all[0]?.weighs ?? 0,
    cutList:
      lists.length === 0
        ? undefined
        : {
            whole: lists.flatMap(({ whole: laid }) => laid),
            cuts: lists.flatMap(({ cuts }) => cuts),
            sticks: lists.reduce((total, { sticks }) => total + sticks, 0),
            least: lists.every(({ least }) => least),
          },
    rolls: all.flatMap(({ rolls }) => rolls),
  };
}

/** @param amount of all the parts @param moved what of it comes from elsewhere */
function askedFor(what: What, amount: number, parts: readonly Part[], moved: number, { plan, buying }: Terms): Asked {
  const plain = plainly(amount);
  switch (what.of) {
    case 'material': {
      const material: ItemOf<'material'> | undefined = plan.material[what.material];
      if (!material) return plain;
      const ordered = Math.max(0, amount - moved) * (1 + material.waste);
      const [loose, mass] = [ordered * material.loose, ordered * material.density];
      const weighs = material.density;
      if (classOf(material.class).bagged && ordered <= buying.byBags)
        return { ...plain, ordered, mass, weighs, count: { of: 'bag', number: whole(ordered / buying.bag) } };
      const loads = loadsOf(loose, mass, buying.truck);
      return { ordered, count: undefined, loose, mass, loads, weighs, cutList: undefined, rolls: plain.rolls };
    }
    case 'sod':
      return { ...plain, ordered: amount * (1 + (plan.material[what.material]?.waste ?? 0)) };
    case 'bales':
    case 'straw': {
      const waste = what.of === 'bales' ? (plan.material[what.material]?.waste ?? 0) : 0;
      const ordered = amount * (1 + waste);
      return { ...plain, ordered, count: { of: 'bale', number: whole(ordered / buying.bale) } };
    }
    case 'pipe':
    case 'riser': {
      const pipe = plan.pipe[what.pipe];
      if (!pipe) return plain;
      const { socket } = jointOf(pipe);
      if (pipe.stick <= socket) return plain;
      const list = cutList(lengthsOf(parts), pipe.stick, socket);
      return { ...plain, count: { of: 'stick', number: list.sticks }, cutList: list };
    }
    case 'fabric':
    case 'mat': {
      const rolls = rollsOf(parts, buying);
      const number = rolls.reduce((all, roll) => all + roll.rolls, 0);
      return { ...plain, ordered: number * buying.fabric.long, count: { of: 'roll', number }, rolls };
    }
    case 'lubricant':
    case 'solvent':
    case 'cement':
      // By the can or bag that is not opened for less.
      return { ...plain, ordered: whole(amount / LEAST_MASS) * LEAST_MASS };
    case 'tape':
    case 'wire':
      return { ...plain, count: { of: 'roll', number: whole(amount / buying.marker) } };
    default:
      return plain;
  }
}

/** Lengths of pipe by where it is laid: of a run with what of it goes into walls at its ends. */
function lengthsOf(parts: readonly Part[]): Wanted<Uuid>[] {
  const lengths = new Map<Uuid, number>();
  for (const { entries } of parts)
    for (const { where, amount } of entries) {
      const of = where.on === 'run' ? where.run : where.node;
      lengths.set(of, (lengths.get(of) ?? 0) + amount);
    }
  return Array.from(lengths, ([of, length]) => ({ of, length }));
}

/** Runs for which rolls are laid or slit alike take the same rolls, the cut end of one beginning the next. */
function rollsOf(parts: readonly Part[], { fabric }: Buying): FabricRolls[] {
  const alike = new Map<string, { length: number; wide: number }>();
  for (const { entries } of parts)
    for (const { amount, wide = 0 } of entries) {
      const { strips, slits } = rollsFor(amount, wide, fabric);
      const key = `${strips} ${slits}`;
      const sum = alike.get(key);
      alike.set(key, { length: (sum?.length ?? 0) + amount, wide: Math.max(sum?.wide ?? 0, wide) });
    }
  return Array.from(alike.values(), ({ length, wide }) => ({ length, wide, ...rollsFor(length, wide, fabric) }));
}
