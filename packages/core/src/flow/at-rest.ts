import type { Uuid } from '@alveus/plan';
import { lowerOf, serviceOf, upperOf } from '@alveus/plan';
import { insideDiameter, meanAreaBelow } from '../pipe';
import type { AtRest, NodeEnd, NodeResult, RestLevel, RunResult, WetRun } from '../results';
import { NEAR } from '../tolerance';
import type { Outside } from './spill';
import { outsideAt, risesIn, spillLevel } from './spill';

/** Where water stands in pipes when rain has stopped and all that can has run out. */

/** What of a plan it follows from. */
export interface Laid {
  readonly runs: ReadonlyMap<Uuid, RunResult>;
  readonly nodes: ReadonlyMap<Uuid, NodeResult>;
}

/**
 * Water stands wherever every way out goes over something higher: at each place as high as the lowest of all ways to an
 * outlet is at its highest, over inverts and spill levels. The least of the greatest over all ways, handed on from the
 * outlets up; a run's own highest place is one of its ends, since it is straight. Water outside that stands higher comes
 * in, and stands as high inside as far as it comes.
 * @param which of the levels stated of the water outside
 */
export function atRest(laid: Laid, which: Outside = 'normal'): AtRest {
  const { runs, nodes } = laid;
  if (!holdsBack(laid)) return DRY;
  const [exits, grates, outside]: [RestLevel[], RestLevel[], RestLevel[]] = [[], [], []];
  for (const node of nodes.values()) {
    const [spills, comesIn] = [spillLevel(node), outsideAt(node, which)];
    if (spills !== undefined)
      (node.leaving.length === 0 ? exits : grates).push({ level: spills, at: node.id, outside: false });
    if (comesIn !== undefined) outside.push({ level: comesIn, at: node.id, outside: true });
  }
  const levels = new Map<Uuid, RestLevel>();
  const lower = (level: number, before: number): boolean => level < before;
  // Ends of lines first: most grates lie over what comes from there, and are not gone on from.
  spread(exits, levels, laid, lower, Math.max);
  spread(grates, levels, laid, lower, Math.max);
  const inside = new Map<Uuid, RestLevel>();
  spread(
    outside,
    inside,
    laid,
    (level, before) => level > before,
    (level, over) => (over < level - NEAR ? level : NONE_PASSES),
  );
  for (const [node, comesIn] of inside) {
    const before = levels.get(node);
    if (!before || before.level < comesIn.level) levels.set(node, comesIn);
  }
  const wet = new Map<Uuid, WetRun>();
  for (const result of runs.values()) {
    const found = wetRun(result, levels);
    if (found) wet.set(result.id, found);
  }
  return { runs: wet, levels };
}

const NONE_PASSES = -Infinity;
const DRY: AtRest = { runs: new Map(), levels: new Map() };

/**
 * Whether water can stand anywhere: where pipe falls all the way to ends that it runs out of, none does, and as a rule
 * that is all there is.
 */
function holdsBack({ runs, nodes }: Laid): boolean {
  for (const { grade } of runs.values())
    if (grade.low !== undefined && grade.high !== undefined && grade.low > grade.high + NEAR) return true;
  for (const { node, arriving, leaving } of nodes.values()) {
    if (
      leaving.length === 0
        ? node.water !== undefined || (arriving.length > 0 && risesIn(node))
        : climbs(arriving, leaving)
    )
      return true;
  }
  return false;
}

/** Whether what comes in may lie under what goes out. */
function climbs(arriving: readonly NodeEnd[], leaving: readonly NodeEnd[]): boolean {
  for (const { invert, drop } of arriving)
    if (
      drop === undefined
        ? invert !== undefined && leaving.some((out) => (out.invert ?? -Infinity) > invert)
        : drop < -NEAR
    )
      return true;
  return false;
}

/**
 * Hands levels on from node to node until no way gives a better one; of two that are as good, that of the node which goes
 * by name before the other.
 * @param better whether a level goes before the one that is there
 * @param passes the level beyond a run whose higher end lies at `over`
 */
function spread(
  from: RestLevel[],
  levels: Map<Uuid, RestLevel>,
  { runs, nodes }: Laid,
  better: (level: number, before: number) => boolean,
  passes: (level: number, over: number) => number,
): void {
  const nameOf = (id: Uuid): string => nodes.get(id)?.node.name ?? '';
  const waiting: Uuid[] = [];
  const reach = (to: Uuid, level: number, by: RestLevel): void => {
    const before = levels.get(to);
    if (
      before &&
      !better(level, before.level) &&
      !(level === before.level && before.at !== by.at && nameOf(by.at) < nameOf(before.at))
    )
      return;
    levels.set(to, level === by.level ? by : { level, at: by.at, outside: by.outside });
    waiting.push(to);
  };
  for (const level of from.sort((a, b) => a.level - b.level)) reach(level.at, level.level, level);
  const onward = (ends: readonly NodeEnd[], here: Uuid, by: RestLevel): void => {
    for (let index = 0; index < ends.length; index += 1) {
      const result = runs.get((ends[index] as NodeEnd).run);
      if (!result) continue;
      const { low, high } = result.grade;
      if (low === undefined || high === undefined) continue;
      const level = passes(by.level, Math.max(low, high));
      const { a, b } = result.run;
      if (level !== NONE_PASSES) reach(a === here ? b : a, level, by);
    }
  };
  for (const id of waiting) {
    const [node, by] = [nodes.get(id), levels.get(id)];
    if (!node || !by) continue;
    onward(node.arriving, id, by);
    onward(node.leaving, id, by);
  }
}

const NONE: readonly never[] = [];

function wetRun({ id, run, length, grade, pipe, line }: RunResult, levels: AtRest['levels']): WetRun | undefined {
  if (grade.low === undefined || grade.high === undefined || length <= 0) return undefined;
  const from = grade.low <= grade.high ? 'low' : 'high';
  const [bottom, top] = from === 'low' ? [grade.low, grade.high] : [grade.high, grade.low];
  const level = levels.get(from === 'low' ? lowerOf(run) : upperOf(run))?.level;
  if (level === undefined || level <= bottom + NEAR) return undefined;
  const slope = (top - bottom) / length;
  const upTo = (deep: number): number => (deep <= 0 ? 0 : slope > 0 ? Math.min(length, deep / slope) : length);
  const deep = level - bottom;
  const inside = pipe ? insideDiameter(pipe) : undefined;
  const wet = upTo(deep);
  return {
    run: id,
    level,
    from,
    deep,
    wet,
    full: inside === undefined ? 0 : upTo(deep - inside),
    volume: inside === undefined ? 0 : wet * meanAreaBelow(deep, deep - slope * wet, inside / 2),
    soaks: line !== undefined && serviceOf(line.service).perforated === true,
  };
}

/** What stands in pipes together: up to which level, along so much of them, and how much of it, m³. */
export interface StandsBehind {
  readonly level: number;
  readonly wet: number;
  readonly full: number;
  readonly volume: number;
  /** What of it goes into the ground through the pipe's own wall, m³. */
  readonly soaks: number;
}

/**
 * The runs in which water stands behind a node, all that comes to it together: through all runs above, in branches as in
 * the trunk. What a run holds back by itself is not among them.
 */
export function wetBehind(node: Uuid, level: number, { arriving, wet, upper }: Behind): readonly WetRun[] {
  const found: WetRun[] = [];
  const seen = new Set<Uuid>();
  const open = [node];
  for (const next of open)
    for (const run of arriving(next)) {
      const [stands, on] = [wet(run), upper(run)];
      if (seen.has(run) || !stands || on === undefined || stands.level > level + NEAR) continue;
      seen.add(run);
      found.push(stands);
      open.push(on);
    }
  return found;
}

/** How what lies behind a node is looked up. */
export interface Behind {
  readonly arriving: (node: Uuid) => readonly Uuid[];
  readonly wet: (run: Uuid) => WetRun | undefined;
  readonly upper: (run: Uuid) => Uuid | undefined;
}

/** What stands behind an end, all together; nothing where none does. */
export function standsBehind(
  { runs, nodes, rest }: Laid & { readonly rest: AtRest },
  node: Uuid,
): StandsBehind | undefined {
  const level = rest.levels.get(node)?.level;
  if (level === undefined) return undefined;
  const behind = wetBehind(node, level, {
    arriving: (id) => (nodes.get(id)?.arriving ?? NONE).map(({ run }) => run),
    wet: (id) => rest.runs.get(id),
    upper: (id) => {
      const result = runs.get(id);
      return result && upperOf(result.run);
    },
  });
  if (behind.length === 0) return undefined;
  const sum = { level, wet: 0, full: 0, volume: 0, soaks: 0 };
  for (const { wet, full, volume, soaks } of behind) {
    sum.wet += wet;
    sum.full += full;
    sum.volume += volume;
    if (soaks) sum.soaks += volume;
  }
  return sum;
}
