import type { Address, Edit, Plan, Run, Uuid } from '@alveus/plan';
import { applyEdits, lowEnd, lowerOf, upperOf } from '@alveus/plan';
import { orderLine } from '../grade';
import { removalEdits } from './cascade';
import { combined } from './combined';

/** Lines that hang on others: taking them away, taking a run out, hanging a branch elsewhere. */

const runsOf = (plan: Pick<Plan, 'run'>, line: Uuid): Run[] =>
  Object.values(plan.run).filter((run) => run.line === line);
const lowestOf = (plan: Pick<Plan, 'run'>, line: Uuid): Run | undefined =>
  orderLine(runsOf(plan, line), () => 0).runs[0];

/**
 * The line and every line that hangs on it, the line itself first. Where the water parts, what comes in hangs on none of
 * those that carry it on, as long as another does.
 */
export function hangingOn(plan: Pick<Plan, 'line' | 'run'>, line: Uuid): Uuid[] {
  const leaving = new Map<Uuid, Uuid[]>();
  for (const run of Object.values(plan.run))
    leaving.set(upperOf(run), [...(leaving.get(upperOf(run)) ?? []), run.line]);
  return upstream(plan, line, (node, lines) => (leaving.get(node) ?? []).every((other) => lines.has(other)));
}

/**
 * The line and the lines that drain into it, the line itself first.
 * @param past whether to go on from a node to the lines that end there
 */
function upstream(
  plan: Pick<Plan, 'run'>,
  line: Uuid,
  past: (node: Uuid, lines: ReadonlySet<Uuid>) => boolean = () => true,
): Uuid[] {
  const hung = new Map<Uuid, Uuid[]>();
  for (const id of new Set(Object.values(plan.run).map((run) => run.line))) {
    // A line hangs where its own low end is.
    const lowest = lowestOf(plan, id);
    if (lowest) hung.set(lowerOf(lowest), [...(hung.get(lowerOf(lowest)) ?? []), id]);
  }
  const lines = new Set([line]);
  for (const id of lines)
    for (const run of runsOf(plan, id))
      if (past(upperOf(run), lines)) for (const branch of hung.get(upperOf(run)) ?? []) lines.add(branch);
  return [...lines];
}

/** Takes a line away with all that hangs on it; nodes that others still use stay. */
export function removeLine(plan: Plan, line: Uuid): Edit[] {
  return removalEdits(
    plan,
    hangingOn(plan, line).map((id): Address => ({ kind: 'line', id })),
  );
}

/**
 * Takes a run out of its line, with what lies on it. What lies above comes down to the node where it began, keeping
 * its facts; with its only run the line goes too, and the node at its outlet.
 */
export function removeRun(plan: Plan, id: Uuid): Edit[] {
  const run = plan.run[id];
  if (!run) return [];
  const [lower, upper] = [lowerOf(run), upperOf(run)];
  const above = Object.values(plan.run).filter(
    (other) => other.id !== id && lowerOf(other) === upper && upperOf(other) !== lower,
  );
  const rehung = above.map((other): Edit => ({ op: 'put', item: { ...other, [lowEnd(other)]: lower } }));
  return combined(rehung, removalEdits(applyEdits(plan, rehung), [{ kind: 'run', id }]));
}

/**
 * Hangs a branch on another node.
 * @returns the edits, or why it cannot be
 */
export function moveBranch(
  plan: Plan,
  line: Uuid,
  node: Uuid,
): { readonly ok: true; readonly edits: Edit[] } | { readonly ok: false; readonly message: string } {
  const lowest = lowestOf(plan, line);
  if (!lowest) return { ok: false, message: 'This line has no run yet.' };
  if (!plan.node[node]) return { ok: false, message: 'It is gone.' };
  if (lowerOf(lowest) === node) return { ok: true, edits: [] };
  if (runsOf(plan, line).some((run) => upperOf(run) === node))
    return { ok: false, message: 'A line cannot drain into itself.' };
  const above = new Set(upstream(plan, line).flatMap((id) => runsOf(plan, id).map(upperOf)));
  if (above.has(node)) return { ok: false, message: 'That line already drains into this one.' };
  const moved: Edit = { op: 'put', item: { ...lowest, [lowEnd(lowest)]: node } };
  const after = applyEdits(plan, [moved]);
  const left = lowerOf(lowest);
  const used = Object.values(after.run).some((run) => run.a === left || run.b === left);
  return { ok: true, edits: combined([moved], used ? [] : removalEdits(after, [{ kind: 'node', id: left }])) };
}
