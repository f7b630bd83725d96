import { evaluate } from '@alveus/core';
import { acceptEdits, digLeast } from '../../packages/core/src/optimize';
import type { Item, Uuid } from '@alveus/plan';
import { applyEdits, itemsOf, planOf } from '@alveus/plan';
import { benchPlan } from './plan';

/**
 * The frozen lines as one network: each but the first ends in a box of one before it, over ground that falls to one
 * outlet, and every invert but that of the outlet lies where the least dig has it.
 */
export function benchNetwork(runCount: number): readonly Item[] {
  const { items, lines } = benchPlan(runCount);
  const runsOf = new Map<Uuid, Extract<Item, { kind: 'run' }>[]>();
  for (const item of items) if (item.kind === 'run') runsOf.set(item.line, [...(runsOf.get(item.line) ?? []), item]);
  const ground = new Map(items.flatMap((item) => (item.kind === 'nodeGround' ? [[item.id, item.elevation]] : [])));
  /** How much higher each line lies than it did, so that it comes to the box that it ends in. */
  const raised = new Map<Uuid, number>([[lines[0] ?? '', 0]]);
  const endsIn = new Map<Uuid, Uuid>();
  lines.slice(1).forEach((line, index) => {
    const trunk = lines[Math.floor(index / 3)] ?? '';
    const box = runsOf.get(trunk)?.[1 + (index % 3)]?.b ?? '';
    const outlet = runsOf.get(line)?.[0]?.a ?? '';
    endsIn.set(outlet, box);
    raised.set(line, (ground.get(box) ?? 0) + (raised.get(trunk) ?? 0) - (ground.get(outlet) ?? 0));
  });
  const lineOf = new Map(
    [...runsOf].flatMap(([line, runs]) =>
      runs.flatMap(({ id, b }) => [
        [id, line],
        [b, line],
      ]),
    ),
  );
  const up = (id: Uuid): number => raised.get(lineOf.get(id) ?? '') ?? 0;
  const joined = items.flatMap((item): readonly Item[] => {
    switch (item.kind) {
      case 'node':
        return endsIn.has(item.id) ? [] : [item];
      case 'nodeGround':
        return endsIn.has(item.id) ? [] : [{ ...item, elevation: item.elevation + up(item.id) }];
      case 'runGround':
        return [{ ...item, breaks: item.breaks.map((at) => ({ ...at, elevation: at.elevation + up(item.id) })) }];
      case 'run':
        return [{ ...item, a: endsIn.get(item.a) ?? item.a }];
      case 'runGrade':
        return [];
      default:
        return [item];
    }
  });
  const plan = planOf(joined);
  const evaluation = evaluate(plan);
  const least = digLeast(evaluation, { watch: true, system: 'feet' });
  if (!least.ok || least.runs.length !== runCount) throw new Error('the frozen network can be laid');
  return itemsOf(applyEdits(plan, acceptEdits(evaluation, least)));
}
