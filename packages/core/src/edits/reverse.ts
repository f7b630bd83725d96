import type { Edit, Plan, Uuid } from '@alveus/plan';
import { applyEdits, otherFlow } from '@alveus/plan';
import { byName } from '../by-name';
import { fixFact, solveGrade } from '../grade';
import { alike } from '../tolerance';

/**
 * Turns a line round, so that its water runs the other way. Of the line that is all that changes. What is free of other
 * lines follows what goes out where they meet, and that is something else now: their inverts are locked where they lie,
 * so that no pipe moves that nobody touched.
 */
export function reverseLine(plan: Plan, line: Uuid): Edit[] {
  const edits = Object.values(plan.run)
    .filter((run) => run.line === line)
    .map((run): Edit => ({ op: 'put', item: { ...run, flow: otherFlow(run.flow) } }));
  const before = solveGrade(plan).runs;
  const others = Object.values(plan.run)
    .filter((run) => run.line !== line)
    .sort(byName);
  let after = applyEdits(plan, edits);
  const locked = new Set<Uuid>();
  // Each lock may bring others back with it: one at a time, as long as anything lies elsewhere.
  for (let left = 2 * others.length; left > 0; left -= 1) {
    const now = solveGrade(after).runs;
    const moved = others
      .flatMap((run) => (['low', 'high'] as const).map((which) => ({ run, which, level: before.get(run.id)?.[which] })))
      .find(({ run, which, level }) => level !== undefined && !alike(level, now.get(run.id)?.[which]));
    if (moved?.level === undefined) break;
    const { run, which, level } = moved;
    after = applyEdits(after, [{ op: 'put', item: fixFact(run, after.runGrade[run.id], which, level) }]);
    locked.add(run.id);
  }
  return [
    ...edits,
    ...[...locked].flatMap((id): Edit[] => (after.runGrade[id] ? [{ op: 'put', item: after.runGrade[id] }] : [])),
  ];
}
