import type { Edit, Plan, Uuid } from '@alveus/plan';
import { applyEdits, carriesSewage, rulesFor } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { deepestOf, evaluate, findingsOf } from '../evaluate';
import { judgedSize, slopesInForce } from '../rules/limits';
import { sizesOfMake } from '../pipe';
import type { Finding, LineResult } from '../results';
import type { Sum } from '../takeoff';
import { lineSums, takeoff } from '../takeoff';
import { NEAR } from '../tolerance';

/** A line laid in another size of the same make, everything else as it is. */
export interface SizeTried {
  readonly name: string;
  /** Whether it is laid so now. */
  readonly now: boolean;
  readonly edits: readonly Edit[];
  /** The fall along its pipe that the rules of fall ask for, and that it has, m; undefined while a grade is open. */
  readonly fall: { readonly asked: number; readonly has: number | undefined };
  /** Ground to trench bottom at the deepest, m; undefined while nothing of it is known. */
  readonly deepest: number | undefined;
  /** What the line digs, m³, and what it takes. */
  readonly dug: number;
  readonly sums: readonly Sum[];
  /** What stands against it to stop for or to fix, that does not stand against every size. */
  readonly against: readonly Finding[];
}

/**
 * The sizes of its make that a line could be laid in, from the smallest up. Of the rules it is told by which are broken;
 * what a size carries is another question. Of a sewer none that would let it lie flatter.
 * @returns nothing of a line whose pipe is of no make of the catalogue
 */
export function sizesFor(evaluation: Evaluation, line: Uuid, newId: () => Uuid): readonly SizeTried[] {
  const { plan } = evaluation;
  const before = evaluation.lines.get(line);
  const own = plan.pipe[before?.line.pipe ?? ''];
  if (!before || !own) return [];
  const grave = (of: Evaluation): readonly Finding[] => findingsOf(of).filter(({ severity }) => severity !== 'watch');
  const tried = sizesOfMake(own).map((model) => {
    const edits = sizeEdits(plan, before, model, newId);
    const after = edits.length === 0 ? evaluation : evaluate(applyEdits(plan, edits), evaluation);
    return { name: model.name, edits, after, found: grave(after) };
  });
  const always = tried.reduce<ReadonlySet<string> | undefined>((ids, { found }) => {
    const here = found.map(({ id }) => id);
    return new Set(ids ? here.filter((id) => ids.has(id)) : here);
  }, undefined);
  const asked = fallOf(evaluation, before).asked;
  return tried.flatMap(({ name, edits, after, found }): SizeTried | readonly [] => {
    const result = after.lines.get(line) ?? before;
    const fall = fallOf(after, result);
    // A larger pipe is no way to a flatter sewer: the same flow is shallower in it, and leaves the solids behind.
    if (carriesSewage(before.line.service) && fall.asked < asked - NEAR) return [];
    return {
      name,
      now: edits.length === 0,
      edits,
      fall,
      deepest: deepestOf(after, result),
      dug: result.soil.excavation,
      sums: lineSums(takeoff(after), line),
      against: found.filter(({ id }) => always?.has(id) !== true),
    };
  });
}

/** All of the line in a pipe, runs that had one of their own too. */
function sizeEdits(
  plan: Plan,
  { line, order }: LineResult,
  model: ReturnType<typeof sizesOfMake>[number],
  newId: () => Uuid,
): Edit[] {
  const there = Object.values(plan.pipe).find(({ name }) => name === model.name);
  const pipe = there ?? { kind: 'pipe' as const, id: newId(), ...model };
  const others = order.runs.flatMap((item): Edit[] => {
    if (item.pipe === undefined) return [];
    const { pipe: _own, ...run } = item;
    return [{ op: 'put', item: run }];
  });
  if (line.pipe === pipe.id) return others;
  return [
    ...(there ? [] : [{ op: 'put' as const, item: pipe }]),
    { op: 'put', item: { ...line, pipe: pipe.id } },
    ...others,
  ];
}

/** Of each run the most that a rule to stop for or to fix asks of a pipe of its size. */
function fallOf({ runs, profile }: Evaluation, { line, order }: LineResult): SizeTried['fall'] {
  const rules = rulesFor(profile, line.service);
  let asked = 0;
  let has: number | undefined = 0;
  for (const { id } of order.runs) {
    const run = runs.get(id);
    if (!run) continue;
    const bands = run.pipe ? slopesInForce(rules, judgedSize(run.pipe)) : [];
    asked += run.length * Math.max(0, ...bands.flatMap((band) => (band.severity === 'watch' ? [] : [band.least])));
    const { low, high } = run.grade;
    has = has === undefined || low === undefined || high === undefined ? undefined : has + high - low;
  }
  return { asked, has };
}
