import type { Uuid } from '@alveus/plan';
import { lowerOf, serviceOf, upperOf } from '@alveus/plan';
import { insideDiameter, meanAreaBelow } from '../pipe';
import type { NodeResult, RunResult } from '../results';
import { NEAR } from '../tolerance';
import { spillLevel } from './spill';

/** Where water stands in pipes when rain has stopped and all that can has run out. */

export interface WetRun {
  readonly run: Uuid;
  /** Up to this elevation. */
  readonly level: number;
  /** The end that lies lower, whichever way the water goes: it is wet from there. */
  readonly from: 'low' | 'high';
  /** Length along which its bottom lies under water, and along which it is full to its top, m. */
  readonly wet: number;
  readonly full: number;
  /** What stands in it, m³. */
  readonly volume: number;
  /** Whether it goes into the ground through the pipe's own wall. */
  readonly soaks: boolean;
}

export interface AtRest {
  readonly runs: ReadonlyMap<Uuid, WetRun>;
  /** The level at which water stands at each node; none where nothing holds it there. */
  readonly levels: ReadonlyMap<Uuid, number>;
}

/** What of a plan it follows from. */
interface Laid {
  readonly runs: ReadonlyMap<Uuid, RunResult>;
  readonly nodes: ReadonlyMap<Uuid, NodeResult>;
}

/**
 * Water stands wherever every way out goes over something higher: at each place as high as the lowest of all ways to an
 * outlet is at its highest, over inverts and spill levels. The least of the greatest over all ways, handed on from the
 * outlets up; a run's own highest place is one of its ends, since it is straight.
 */
export function atRest({ runs, nodes }: Laid): AtRest {
  const links = linksOf(runs);
  const sources = [...nodes.values()].flatMap((node) => {
    const level = spillLevel(node);
    return level === undefined ? [] : [{ node: node.id, level }];
  });
  // The lowest first: as a rule each node is then reached once.
  sources.sort((one, other) => one.level - other.level);
  const levels = new Map(sources.map(({ node, level }) => [node, level]));
  const waiting = sources.map(({ node }) => node);
  for (const node of waiting) {
    const level = levels.get(node) as number;
    for (const { to, over } of links.get(node) ?? NONE) {
      const there = Math.max(level, over);
      if (there >= (levels.get(to) ?? Infinity)) continue;
      levels.set(to, there);
      waiting.push(to);
    }
  }
  const wet = new Map<Uuid, WetRun>();
  for (const result of runs.values()) {
    const found = wetRun(result, levels);
    if (found) wet.set(result.id, found);
  }
  return { runs: wet, levels };
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
  const level = levels.get(from === 'low' ? lowerOf(run) : upperOf(run));
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

/** What stands behind an end, all that comes to it together; nothing where none does. */
export function standsBehind(
  { runs, nodes }: Laid,
  { runs: wet, levels }: AtRest,
  node: Uuid,
): StandsBehind | undefined {
  const level = levels.get(node);
  if (level === undefined) return undefined;
  const sum = { level, wet: 0, full: 0, volume: 0, soaks: 0 };
  const seen = new Set<Uuid>();
  const open = [node];
  for (const next of open)
    for (const { run } of nodes.get(next)?.arriving ?? NONE) {
      const [stands, result] = [wet.get(run), runs.get(run)];
      if (seen.has(run) || !result || !stands || stands.level > level + NEAR) continue;
      seen.add(run);
      sum.wet += stands.wet;
      sum.full += stands.full;
      sum.volume += stands.volume;
      if (stands.soaks) sum.soaks += stands.volume;
      open.push(upperOf(result.run));
    }
  return seen.size === 0 ? undefined : sum;
}
