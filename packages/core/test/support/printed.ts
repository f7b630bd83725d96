import type { Item, Plan, Uuid } from '@alveus/plan';
import { itemsOf, lowerOf, ONLY, planOf, upperOf } from '@alveus/plan';
import type { Evaluation } from '../../src';
import { evaluate, findingsOf, say } from '../../src';
import { compute } from '../../src/interchange';
import { takeoff } from '../../src/takeoff';
import { newId } from '../builders';

/** All that a plan comes to, in words and figures, with nothing of the ids and of the order that it is stored in. */

const figure = (value: number | undefined): string => (value === undefined ? 'open' : (value + 0).toPrecision(9));

export function printed(evaluation: Evaluation): readonly string[] {
  const { plan, runs, nodes, rest } = evaluation;
  const nodeName = (id: Uuid | undefined): string => plan.node[id ?? '']?.name ?? '';
  const runName = (id: Uuid | undefined): string => {
    const run = plan.run[id ?? ''];
    return run ? `${run.name} ${nodeName(lowerOf(run))} ${nodeName(upperOf(run))}` : '';
  };
  const lines: string[] = [];
  for (const { id, grade, length, trench, section, pipe } of runs.values())
    lines.push(
      [
        'run',
        runName(id),
        ...[grade.low, grade.high, grade.slope, length, trench?.width, trench?.amounts?.excavation].map(figure),
        ...(trench?.amounts?.layers.map(figure) ?? []),
        section?.name,
        pipe?.name,
      ].join(' '),
    );
  for (const { id, arriving, leaving, rim, depth } of nodes.values()) {
    const ends = [...arriving, ...leaving].map(({ run, drop }) => `${runName(run)} ${figure(drop)}`);
    const stands = rest.levels.get(id);
    lines.push(['node', nodeName(id), figure(rim), figure(depth), ...ends, figure(stands?.level)].join(' '));
  }
  for (const { rule, severity, run, node, at, by, what, why, gives } of findingsOf(evaluation))
    lines.push(
      [
        'finding',
        severity,
        rule,
        runName(run),
        nodeName(node),
        figure(at),
        figure(by?.value),
        say(what, 'metric'),
        say(why, 'metric'),
        ...gives.map(({ words }) => say(words, 'metric')),
      ].join(' '),
    );
  const { sums, soil, missing } = takeoff(evaluation);
  for (const { name, amount, ordered, count, loads, parts } of sums) {
    lines.push(['sum', name, figure(amount), figure(ordered), count?.number, loads].join(' '));
    for (const { amount: part, where, why } of parts.flatMap(({ entries }) => entries))
      lines.push(
        ['entry', name, where.on === 'run' ? runName(where.run) : nodeName(where.node), figure(part), why].join(' '),
      );
  }
  const unsized = missing.unsized.map((id) => plan.material[id]?.name).sort();
  lines.push(JSON.stringify([Object.values(soil).map(figure), { ...missing, unsized }]));
  return lines.sort();
}

/** What is printed for other programs, in its order, without the ids. */
export const computed = (plan: Plan): unknown =>
  JSON.parse(
    JSON.stringify(compute(plan, 1_000), (key, value: unknown) => (key === 'id' || key === 'run' ? undefined : value)),
  );

/** The same plan with its items in another order and other ids. */
export function disguised(plan: Plan, chance: () => number): Plan {
  const ids = new Map<string, Uuid>([[ONLY, ONLY]]);
  const text = JSON.stringify(itemsOf(plan)).replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, (id) => {
    const there = ids.get(id);
    if (there !== undefined) return there;
    const other = `${Math.floor(chance() * 0xffffffff)
      .toString(16)
      .padStart(8, '0')}${newId().slice(8)}`;
    ids.set(id, other);
    return other;
  });
  return planOf(
    (JSON.parse(text) as Item[])
      .map((item) => [item, chance()] as const)
      .sort(([, a], [, b]) => a - b)
      .map(([item]) => item),
  );
}

/** What two plans print differently; nothing where they are the same. */
export function differing(a: Plan, b: Plan): { readonly lost: readonly string[]; readonly come: readonly string[] } {
  const [before, after] = [printed(evaluate(a)), printed(evaluate(b))];
  const rest = [...after];
  const lost = before.filter((line) => {
    const at = rest.indexOf(line);
    if (at >= 0) rest.splice(at, 1);
    return at < 0;
  });
  return { lost, come: rest };
}
