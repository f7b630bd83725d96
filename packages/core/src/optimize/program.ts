import type { Keeping, Uuid } from '@alveus/plan';
import { byName } from '../by-name';
import type { Evaluation } from '../evaluate';
import { networkAt, networksOf } from '../grade';
import type { BentCost, Choice, Program } from './solver';
import { LEAST, Rows } from './solver';
import { exact } from '../phrase';
import type { RunResult } from '../results';
import { sidesOf, widthsOf } from '../trench';
import type { Money } from './cost';
import { digOf, rockCost, sidesCost } from './cost';
import { crossingLimits } from './crossing-limits';
import { factLimits, stepsAtHead } from './fact-limits';
import type { Gathering, LaidRun } from './gathering';
import type { Limit } from './limit';
import { Limits } from './limit';
import { nodeLimits } from './node-limits';
import { runLimits } from './run-limits';
import { sharedLimits } from './shared-limits';

/** All that the levels of a plan are held to, as bare numbers; and what was left out of it. */
export interface DigProgram {
  readonly program: Program;
  /** Costs of its runs that are not straight. */
  readonly bent: readonly BentCost[];
  readonly limits: readonly Limit[];
  readonly runs: readonly LaidRun[];
  /** Runs that are not worked out, and why; stretches without ground, on which nothing is dug and no cover kept. */
  readonly left: readonly LeftOut[];
}

export type LeftOut =
  | { readonly run: Uuid; readonly lacks: 'length' | 'parts' | 'ground' }
  | { readonly run: Uuid; readonly lacks: 'some-ground'; readonly missing: number };

type Prices = Readonly<Record<'low' | 'high' | 'base', Float64Array>>;

export interface Asked {
  /** Whether what is only watched for is kept to as well. */
  readonly watch: boolean;
  /** What deep digging costs besides; without it the least is that of the volume. */
  readonly money?: Money | undefined;
  /** Only these runs, which hang together by their nodes and with no others. */
  readonly only?: ReadonlySet<Uuid>;
  /** Whether limits are told that others leave idle: for finding what cannot hold together. */
  readonly whole?: boolean;
  /** A run whose own facts are not kept to. */
  readonly open?: Uuid;
  /** An invert that is held by hand: it is not kept to where it is fixed. */
  readonly taken?: { readonly run: Uuid; readonly end: 'low' | 'high' };
}

export function digProgram(
  evaluation: Evaluation,
  { watch, open, taken, money, only, whole = false }: Asked,
): DigProgram {
  const runs: LaidRun[] = [];
  const left: LeftOut[] = [];
  const asked = only ? [...only].flatMap((id) => evaluation.runs.get(id) ?? []) : [...evaluation.runs.values()];
  for (const result of asked.sort((a, b) => byName(a.run, b.run))) {
    const lacks = lacksOf(result);
    if (lacks) left.push({ run: result.id, lacks });
    else {
      const { line, pipe, section, envelope } = result;
      if (!line || !pipe || !section || !envelope) continue;
      runs.push({ index: runs.length, id: result.id, result, line, pipe, section, envelope });
      if (result.ground.missing > 0)
        left.push({ run: result.id, lacks: 'some-ground', missing: result.ground.missing });
    }
  }
  const limits = new Limits();
  const rows = new Rows();
  const gathering: Gathering = { evaluation, profile: evaluation.profile, runs, rows, limits, watch, open, whole };
  const at = new Map(runs.map((run) => [run.id, run]));
  const keepings = keepingsOf(evaluation);
  const choices: Choice[] = [];
  const bent: BentCost[] = [];
  const [low, high, base] = [0, 0, 0].map(() => new Float64Array(runs.length)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  for (const run of runs) {
    if (run.id !== open) factLimits(gathering, run, taken?.run === run.id ? taken.end : undefined);
    runLimits(gathering, run, keepings.get(run.id) ?? []);
    if (run.id !== open) stepsAtHead(gathering, run, at);
    sharedLimits(gathering, run, at);
    choices.push(...crossingLimits(gathering, run), ...jumps(gathering, run, { low, high, base }, money));
    const bends = money && rock(gathering, run, money);
    if (bends) bent.push(bends);
    const spreads = sidesOfRun(run);
    if (spreads) bent.push(spreads);
  }
  const nodes = new Set(runs.flatMap(({ result }) => [result.run.a, result.run.b]));
  for (const id of nodes) {
    const node = evaluation.nodes.get(id);
    if (!node) continue;
    nodeLimits(gathering, node, at, keepings.get(node.id) ?? []);
  }
  return { program: { runs: runs.length, low, high, base, rows, choices }, bent, limits: limits.all, runs, left };
}

/** What somebody said besides, by the run or the node that keeps to it. */
function keepingsOf({ plan }: Evaluation): ReadonlyMap<Uuid, readonly Keeping[]> {
  const by = new Map<Uuid, Keeping[]>();
  for (const keeping of Object.values(plan.keeping)) {
    const at = 'run' in keeping.at ? keeping.at.run : keeping.at.node;
    const list = by.get(at);
    if (list) list.push(keeping);
    else by.set(at, [keeping]);
  }
  return by;
}

function lacksOf({
  measured,
  length,
  line,
  pipe,
  section,
  envelope,
  ground,
}: RunResult): 'length' | 'parts' | 'ground' | undefined {
  if (!line || !pipe || !section) return 'parts';
  if (!measured || length <= 0 || !envelope) return 'length';
  return ground.points.length === 0 ? 'ground' : undefined;
}

/**
 * What a run costs to dig; where that jumps with its depth, since its trench is wider or shored from there on, a choice
 * of how deep it goes.
 */
function jumps(
  { limits }: Gathering,
  { index, id, result, envelope }: LaidRun,
  into: Prices,
  money: Money | undefined,
): readonly Choice[] {
  const shored = money && money.shoring > 0 ? money.shoring * result.length : 0;
  const ways = widthsOf(result).flatMap(({ width, upTo }) => {
    const cost = digOf(result, width);
    const open = { upTo, cost, why: 'wider' as const };
    if (!money || shored === 0 || upTo <= money.shoredFrom) return [open];
    const short = { upTo: money.shoredFrom - SHORT_OF, cost, why: 'shored' as const };
    return [short, { ...open, cost: { ...cost, base: cost.base + shored } }];
  });
  const [least] = ways;
  if (!least) return [];
  into.low[index] = least.cost.low;
  into.high[index] = least.cost.high;
  into.base[index] = least.cost.base;
  if (ways.length === 1) return [];
  return [
    {
      ways: ways.map(({ upTo, cost, why }) => {
        const own = new Rows();
        if (upTo < Infinity) {
          const limit = limits.add({
            from: { meets: true },
            words: [`the depth where its trench becomes ${why}, `, exact(upTo, 'depth')],
            source: why === 'wider' ? 'EN 1610, by greatest depth; from memory' : 'as requested',
            run: id,
          });
          for (const { at, elevation } of result.ground.points)
            own.along(index, at / result.length, LEAST, elevation - upTo + envelope.invert, limit);
        }
        return { rows: own, cost: { run: index, ...cost } };
      }),
    },
  ];
}

/** Just the depth from which it is shored is not yet that deep, m. */
const SHORT_OF = 2e-6;

/** What its sides take beyond upright ones. */
function sidesOfRun({ index, result }: LaidRun): BentCost | undefined {
  const { form, trench } = result;
  const sides = form && sidesOf(form.cut, trench?.deepest?.depth ?? 0);
  const width = trench?.width ?? widthsOf(result)[0]?.width;
  return sides && width !== undefined ? { run: index, at: sidesCost(result, width, sides) } : undefined;
}

/** What digging into the rock that pits of its line met costs besides. */
function rock(
  { evaluation }: Gathering,
  { index, line, id, result }: LaidRun,
  { rock: times }: Money,
): BentCost | undefined {
  if (times <= 1) return undefined;
  let [own, other] = [Infinity, Infinity];
  for (const at of evaluation.runs.values()) {
    if (at.run.line !== line.id) continue;
    for (const { limiting } of evaluation.site.pits.get(at.id) ?? []) {
      if (!limiting) continue;
      if (at.id === id) own = Math.min(own, limiting.depth);
      else other = Math.min(other, limiting.depth);
    }
  }
  // What a pit at the run met goes before what others of its line did.
  const deep = own < Infinity ? own : other;
  const width = result.trench?.width ?? widthsOf(result)[0]?.width;
  return deep < Infinity && width !== undefined ? { run: index, at: rockCost(result, width, deep, times) } : undefined;
}

/** Without choices that only cost more, such as a wider trench: they bind nothing. */
export const withoutPrices = (program: Program): Program => ({
  ...program,
  choices: program.choices.filter(({ ways }) => ways.every(({ cost }) => !cost)),
});

/** Runs that are laid together: by their nodes, and by the trenches that they share. */
export function networksLaid({ plan, runs }: Evaluation): readonly ReadonlySet<Uuid>[] {
  const networks = networksOf(plan.run).map((network) => new Set(network.map(({ id }) => id)));
  const at = networkAt(plan.run);
  const into = networks.map((_, index) => index);
  const whole = (index: number): number => {
    let found = index;
    while (into[found] !== found) found = into[found] as number;
    return found;
  };
  for (const { id, form } of runs.values())
    for (const { run } of form?.beside ?? []) {
      const [a, b] = [at.get(id), at.get(run)].map((index) => (index === undefined ? undefined : whole(index)));
      if (a === undefined || b === undefined || a === b) continue;
      const [first, second] = [Math.min(a, b), Math.max(a, b)];
      into[second] = first;
      for (const laid of networks[second] ?? []) networks[first]?.add(laid);
    }
  return networks.filter((_, index) => into[index] === index);
}

/** The runs that are laid together with one. */
export function networkOf(evaluation: Evaluation, run: Uuid): ReadonlySet<Uuid> {
  return networksLaid(evaluation).find((network) => network.has(run)) ?? new Set();
}
