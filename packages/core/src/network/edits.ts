import type { Edit, GroundBreak, Item, ItemOf, Plan, Uuid } from '@alveus/plan';
import { orderLine } from '../grade';
import { groundAt, groundProfile } from '../ground';
import { runLength } from '../length';

/** What a person does to a network in one step, as the edits it takes. Nothing is lost that is not asked to go. */

type Run = ItemOf<'run'>;
type RunGrade = ItemOf<'runGrade'>;
type Level = { readonly low: number | undefined; readonly high: number | undefined; readonly slope: number | undefined };

const put = (item: Item): Edit => ({ op: 'put', item });
const NEAR_END = 1e-3;

/**
 * Puts a node into a run. The lower part keeps the run's id, so that what was recorded along it stays where it was;
 * the upper part takes what lies above over. No elevation moves, and no volume, save where a width rule looks at the
 * greatest depth of a run.
 * @param at distance from the run's lower node, m @param solved the run's grade as it stands
 * @returns undefined where the place is no place within the run
 */
export function splitRun(
  plan: Plan,
  id: Uuid,
  at: number,
  solved: Level | undefined,
  node: { readonly name: string; readonly form: ItemOf<'node'>['form'] },
  newId: () => Uuid,
): { edits: Edit[]; node: Uuid; upper: Uuid } | undefined {
  const run = plan.run[id];
  const length = run && runLength(plan, run);
  if (!run || length === undefined || !(at > NEAR_END && at < length - NEAR_END)) return undefined;
  const nodeId = newId();
  const upperId = newId();
  const breaks = plan.runGround[id]?.breaks ?? [];
  const ground = groundAt(groundProfile(length, plan.nodeGround[run.lower], plan.nodeGround[run.upper], breaks), at);
  const drawn = run.length.from === 'plan';
  const edits: Edit[] = [
    put({ kind: 'node', id: nodeId, ...node }),
    put({ ...run, upper: nodeId, length: drawn ? run.length : { from: 'typed', value: at } }),
    put({ ...run, id: upperId, name: `${run.name}, above ${node.name}`.slice(0, 80), lower: nodeId, length: drawn ? run.length : { from: 'typed', value: length - at } }),
  ];
  const [from, to] = [plan.nodePlace[run.lower], plan.nodePlace[run.upper]];
  if (from && to) {
    const share = at / length;
    edits.push(put({ kind: 'nodePlace', id: nodeId, east: from.east + (to.east - from.east) * share, north: from.north + (to.north - from.north) * share }));
  }
  if (ground !== undefined) edits.push(put({ kind: 'nodeGround', id: nodeId, elevation: ground }));
  if (breaks.length > 0) {
    edits.push(put({ kind: 'runGround', id, breaks: breaks.filter((one) => one.at < at - NEAR_END), over: at }));
    const above = breaks.filter((one) => one.at > at + NEAR_END).map((one) => ({ ...one, at: one.at - at }));
    edits.push(put({ kind: 'runGround', id: upperId, breaks: above, over: length - at }));
  }
  const grade = plan.runGrade[id];
  // Both parts keep the slope: fixed on both where it was fixed, and on the lower one where it only followed.
  const slope = grade?.slope ?? solved?.slope;
  edits.push(put(facts({ kind: 'runGrade', id, low: grade?.low, slope, drop: grade?.drop })));
  edits.push(put(facts({ kind: 'runGrade', id: upperId, high: grade?.high, slope: grade?.slope })));
  for (const crossing of Object.values(plan.crossing)) {
    if (crossing.run === id && crossing.lies.how === 'across' && crossing.lies.at > at) edits.push(put({ ...crossing, run: upperId, lies: { how: 'across', at: crossing.lies.at - at } }));
  }
  for (const pit of Object.values(plan.testPit)) {
    if (pit.place?.run === id && pit.place.at > at) edits.push(put({ ...pit, place: { run: upperId, at: pit.place.at - at } }));
  }
  return { edits, node: nodeId, upper: upperId };
}

/** Leaves out what is absent, so that a fact is either there or not. */
function facts(grade: { kind: 'runGrade'; id: Uuid; low?: number | undefined; high?: number | undefined; slope?: number | undefined; drop?: number | undefined }): RunGrade {
  return Object.fromEntries(Object.entries(grade).filter(([, value]) => value !== undefined)) as unknown as RunGrade;
}

/** Turns a line round: what was its upper end is its lower one. Done twice it is as it was. */
export function reverseLine(plan: Plan, line: Uuid): Edit[] {
  const runs = orderLine(Object.values(plan.run).filter((run) => run.line === line), () => 0).runs;
  const edits: Edit[] = [];
  runs.forEach((run, index) => {
    const length = runLength(plan, run);
    edits.push(put({ ...run, lower: run.upper, upper: run.lower }));
    const ground = plan.runGround[run.id];
    if (ground && length !== undefined) edits.push(put({ ...ground, breaks: mirrored(ground.breaks, length) }));
    const grade = plan.runGrade[run.id];
    // The drop between two runs was told from the upper one, and is told from what is the upper one now.
    const above = runs[index + 1];
    const drop = above ? negated(plan.runGrade[above.id]?.drop) : plan.runGrade[runs[0]?.id ?? '']?.drop;
    if (grade || drop !== undefined) {
      edits.push(put(facts({ kind: 'runGrade', id: run.id, low: grade?.high, high: grade?.low, slope: negated(grade?.slope), drop })));
    }
    if (length === undefined) return;
    for (const crossing of Object.values(plan.crossing)) {
      if (crossing.run !== run.id) continue;
      const { lies } = crossing;
      edits.push(put({ ...crossing, lies: lies.how === 'across' ? { how: 'across', at: Math.max(0, length - lies.at) } : { ...lies, from: Math.max(0, length - lies.to), to: length - lies.from } }));
    }
    for (const pit of Object.values(plan.testPit)) {
      if (pit.place?.run === run.id) edits.push(put({ ...pit, place: { run: run.id, at: Math.max(0, length - pit.place.at) } }));
    }
  });
  return edits;
}

const mirrored = (breaks: readonly GroundBreak[], length: number): GroundBreak[] =>
  [...breaks].reverse().flatMap((one) => (one.at < length ? [{ ...one, at: length - one.at }] : []));
const negated = (value: number | undefined): number | undefined => (value === undefined ? undefined : value === 0 ? 0 : -value);

/** The line and every line that hangs on it, the line itself first. */
export function hangingOn(plan: Pick<Plan, 'line' | 'run'>, line: Uuid): Uuid[] {
  const all = Object.values(plan.run);
  const lines = [line];
  for (const id of lines) {
    const nodes = new Set(all.filter((run) => run.line === id).flatMap((run) => [run.upper]));
    for (const run of all) {
      if (lines.includes(run.line) || !nodes.has(run.lower)) continue;
      // A line hangs where its own low end is.
      const lowest = orderLine(all.filter((other) => other.line === run.line), () => 0).runs[0];
      if (lowest && nodes.has(lowest.lower)) lines.push(run.line);
    }
  }
  return lines;
}

/** Takes a line away with all that hangs on it; nodes that others still use stay. */
export function removeLine(plan: Plan, line: Uuid): Edit[] {
  const lines = new Set(hangingOn(plan, line));
  const edits: Edit[] = [...lines].flatMap((id): Edit[] => (plan.line[id] ? [{ op: 'remove', kind: 'line', id }] : []));
  const going = Object.values(plan.run).filter((run) => lines.has(run.line));
  const kept = new Set(Object.values(plan.run).flatMap((run) => (lines.has(run.line) ? [] : [run.lower, run.upper])));
  for (const run of going) {
    edits.push({ op: 'remove', kind: 'run', id: run.id });
    for (const kind of ['runGround', 'runGrade'] as const) if (plan[kind][run.id]) edits.push({ op: 'remove', kind, id: run.id });
    for (const crossing of Object.values(plan.crossing)) if (crossing.run === run.id) edits.push({ op: 'remove', kind: 'crossing', id: crossing.id });
  }
  for (const node of new Set(going.flatMap((run: Run) => [run.lower, run.upper]))) {
    if (kept.has(node)) continue;
    for (const kind of ['node', 'nodeGround', 'nodePlace'] as const) if (plan[kind][node]) edits.push({ op: 'remove', kind, id: node });
  }
  return edits;
}

/**
 * Hangs a branch on another node.
 * @returns the edits, or why it cannot be
 */
export function moveBranch(plan: Plan, line: Uuid, node: Uuid): { readonly ok: true; readonly edits: Edit[] } | { readonly ok: false; readonly message: string } {
  const runs = orderLine(Object.values(plan.run).filter((run) => run.line === line), () => 0).runs;
  const lowest = runs[0];
  if (!lowest) return { ok: false, message: 'This line has no run yet.' };
  if (runs.some((run) => run.upper === node)) return { ok: false, message: 'A line cannot hang on a node of its own: that would be a ring.' };
  const upstream = new Set(hangingOn(plan, line).flatMap((id) => Object.values(plan.run).filter((run) => run.line === id).map((run) => run.upper)));
  if (upstream.has(node)) return { ok: false, message: 'That node drains into this line: it would be a ring.' };
  const edits: Edit[] = [put({ ...lowest, lower: node })];
  const left = lowest.lower;
  const used = Object.values(plan.run).some((run) => run.id !== lowest.id && (run.lower === left || run.upper === left));
  if (!used && left !== node) for (const kind of ['node', 'nodeGround', 'nodePlace'] as const) if (plan[kind][left]) edits.push({ op: 'remove', kind, id: left });
  return { ok: true, edits };
}
