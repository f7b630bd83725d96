import type { Uuid } from '@alveus/plan';
import { lowerOf, serviceOf, upperOf } from '@alveus/plan';
import { insideDiameter, meanAreaBelow } from '../pipe';
import type { AtRest, NodeResult, RestLevel, RunResult, WetRun } from '../results';
import { NEAR } from '../tolerance';
import type { Outside } from './spill';
import { outsideAt, spillLevel } from './spill';

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
export function atRest({ runs, nodes }: Laid, which: Outside = 'normal'): AtRest {
  const links = linksOf(runs);
  const nameOf = (id: Uuid): string => nodes.get(id)?.node.name ?? '';
  const inside = spread(
    sourcesOf(nodes, spillLevel, false),
    links,
    (before, level, at) => level < before.level || (level === before.level && nameOf(at) < nameOf(before.at)),
    Math.max,
  );
  const outside = spread(
    sourcesOf(nodes, (node) => outsideAt(node, which), true),
    links,
    (before, level, at) => level > before.level || (level === before.level && nameOf(at) < nameOf(before.at)),
    (level, over) => (over < level - NEAR ? level : undefined),
  );
  const levels = new Map(inside);
  for (const [node, comesIn] of outside) {
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

function sourcesOf(
  nodes: Laid['nodes'],
  levelOf: (node: NodeResult) => number | undefined,
  outside: boolean,
): Map<Uuid, RestLevel> {
  const sources = new Map<Uuid, RestLevel>();
  for (const node of nodes.values()) {
    const level = levelOf(node);
    if (level !== undefined) sources.set(node.id, { level, at: node.id, outside });
  }
  return sources;
}

/**
 * Hands levels on from node to node until no way gives a better one.
 * @param better whether a level that comes from `at` goes before the one that is there
 * @param passes the level beyond a run whose higher end lies at `over`; undefined where none passes
 */
function spread(
  sources: ReadonlyMap<Uuid, RestLevel>,
  links: ReadonlyMap<Uuid, readonly Link[]>,
  better: (before: RestLevel, level: number, at: Uuid) => boolean,
  passes: (level: number, over: number) => number | undefined,
): Map<Uuid, RestLevel> {
  const levels = new Map(sources);
  // The lowest first: as a rule each node is then reached once.
  const waiting = [...sources].sort(([, one], [, other]) => one.level - other.level).map(([node]) => node);
  for (const node of waiting) {
    const { level, at, outside } = levels.get(node) as RestLevel;
    for (const { to, over } of links.get(node) ?? NONE) {
      const there = passes(level, over);
      const before = levels.get(to);
      if (there === undefined || (before && !better(before, there, at))) continue;
      levels.set(to, { level: there, at, outside });
      waiting.push(to);
    }
  }
  return levels;
}

interface Link {
  readonly to: Uuid;
  readonly over: number;
}

const NONE: readonly never[] = [];

function linksOf(runs: Laid['runs']): ReadonlyMap<Uuid, readonly Link[]> {
  const links = new Map<Uuid, Link[]>();
  const add = (from: Uuid, link: Link): void => {
    const list = links.get(from);
    if (list) list.push(link);
    else links.set(from, [link]);
  };
  for (const { run, grade } of runs.values()) {
    if (grade.low === undefined || grade.high === undefined) continue;
    const over = Math.max(grade.low, grade.high);
    add(lowerOf(run), { to: upperOf(run), over });
    add(upperOf(run), { to: lowerOf(run), over });
  }
  return links;
}

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
