import type { Evaluation, KnownStation } from '@alveus/core';
import { evaluate, findingsOf } from '@alveus/core';
import { takeoff } from '@alveus/core/takeoff';
import type { Item, Plan } from '@alveus/plan';
import { applyEdits, savePlanFile } from '@alveus/plan';
import { compare, ms, sure } from './measure';
import type { Row } from './measure';
import { benchPlan, benchPlanCut } from './plan';

/** Sums every number that the core gives, so that none of it can be left undone. */
export function checksum(evaluation: Evaluation): number {
  let sum = 0;
  const add = (value: number | undefined): void => {
    if (value !== undefined) sum += value;
  };
  const addStation = (station: KnownStation | undefined): void => {
    if (station) sum += station.ground + station.invert + station.bottom + station.depth + station.cover;
  };
  for (const run of evaluation.runs.values()) {
    add(run.grade.low);
    add(run.grade.high);
    add(run.grade.slope);
    const { trench } = run;
    if (!trench) continue;
    add(trench.width);
    addStation(trench.deepest);
    addStation(trench.shallowest);
    const { amounts } = trench;
    if (!amounts) continue;
    sum += amounts.excavation + amounts.pipe;
    for (let layer = 0; layer < amounts.layers.length; layer += 1) sum += amounts.layers[layer] ?? NaN;
  }
  for (const { soil } of evaluation.lines.values()) {
    add(soil.excavation);
    add(soil.spoilBank);
    add(soil.spoilLoose);
    add(soil.nativeReturned);
  }
  for (const node of evaluation.nodes.values()) {
    add(node.rim);
    add(node.depth);
    for (const end of node.arriving) add((end.invert ?? 0) + (end.drop ?? 0) + (end.inside ?? 0));
    for (const end of node.leaving) add((end.invert ?? 0) + (end.inside ?? 0));
  }
  for (const crossings of evaluation.crossings.values())
    for (const { gap, apart } of crossings) add((gap ?? 0) + (apart ?? 0));
  for (const finding of findingsOf(evaluation)) {
    for (const { from, to } of finding.stretches) add(to - from);
    add(finding.by?.value);
    add(finding.at);
    sum += finding.id.length;
  }
  return sum;
}

export function benchCore(): Row[] {
  const small = benchPlan(200);
  const large = benchPlan(800);
  const text = JSON.stringify(JSON.parse(savePlanFile('Bench', small.plan)));
  let sink = 0;
  const full = (plan: Plan) => (): void => {
    sink += checksum(evaluate(plan));
  };
  const parse = compare(full(small.plan), () => JSON.parse(text));
  // Short turns, and many: a machine that changes its speed meanwhile does it between turns.
  const grown = compare(full(large.plan), full(small.plan), 60, 20);
  const rows: Row[] = [
    {
      name: 'full recompute, 200 runs ÷ JSON.parse of its file',
      value: parse.ratio,
      limit: 3,
      keep: 'at most',
      detail: `${sure(parse)}, ${ms(parse.a)} ÷ ${ms(parse.b)}, ${(text.length / 1024).toFixed(0)} kB`,
    },
    {
      name: 'full recompute, 800 runs ÷ 200 runs',
      value: grown.ratio,
      limit: 4.5,
      keep: 'at most',
      detail: `${sure(grown)}, ${ms(grown.a)} ÷ ${ms(grown.b)}`,
    },
  ];

  const cut = benchPlanCut(200);
  const ways = compare(full(cut), full(small.plan), 40);
  rows.push({
    name: 'full recompute, 200 runs sloped, benched, shared and on ground that falls across ÷ all upright',
    value: ways.ratio,
    limit: 3,
    keep: 'at most',
    detail: `${sure(ways)}, ${ms(ways.a)} ÷ ${ms(ways.b)}`,
  });
  const cutBefore = evaluate(cut);
  const wider = Object.values(cut.section)[6];
  if (!wider) throw new Error('the frozen plan has changed');
  const widened = applyEdits(cut, [{ op: 'put', item: { ...wider, width: { rule: 'fixed', width: 1 } } }]);
  const recut = compare(() => (sink += evaluate(widened, cutBefore).runs.size), full(cut));
  rows.push({
    name: 'edit of a section of it ÷ full recompute of it',
    value: recut.ratio,
    limit: 0.05,
    keep: 'at most',
    detail: `${sure(recut)}, ${ms(recut.a)}, ${evaluate(widened, cutBefore).recomputed.size} of 200 runs recomputed`,
  });

  const before = evaluate(small.plan);
  const local = (name: string, item: Item, dependents: number): void => {
    const plan = applyEdits(small.plan, [{ op: 'put', item }]);
    const after = evaluate(plan, before);
    if (after.recomputed.size !== dependents)
      throw new Error(`${name}: ${after.recomputed.size} runs recomputed, ${dependents} depend on it`);
    const edit = compare(() => (sink += evaluate(plan, before).runs.size), full(small.plan));
    rows.push({
      name: `${name} ÷ full recompute`,
      value: edit.ratio,
      limit: 0.05,
      keep: 'at most',
      detail: `${sure(edit)}, ${ms(edit.a)}, ${dependents} of 200 runs recomputed`,
    });
  };
  // Each time of results that nobody has looked at yet.
  const looked = compare(() => (sink += takeoff(evaluate(small.plan)).sums.length), full(small.plan), 40);
  rows.push({
    name: 'full recompute and the take-off of it, 200 runs ÷ full recompute',
    value: looked.ratio,
    limit: 3,
    keep: 'at most',
    detail: `${sure(looked)}, ${ms(looked.a)} ÷ ${ms(looked.b)}`,
  });

  const dug = small.plan.runGround[small.runs[42] ?? ''];
  if (!dug) throw new Error('the frozen plan has changed');
  const deeper = applyEdits(small.plan, [
    {
      op: 'put',
      item: {
        ...dug,
        breaks: dug.breaks.map((groundBreak) => ({ ...groundBreak, elevation: groundBreak.elevation + 0.01 })),
      },
    },
  ]);
  // Of an evaluation that came of one whose take-off was looked at.
  takeoff(before);
  const pulledAnew = compare(() => (sink += takeoff(evaluate(deeper, before)).sums.length), full(small.plan));
  rows.push({
    name: 'edit of one ground break and the take-off after it ÷ full recompute',
    value: pulledAnew.ratio,
    limit: 0.1,
    keep: 'at most',
    detail: `${sure(pulledAnew)}, ${ms(pulledAnew.a)} ÷ ${ms(pulledAnew.b)}`,
  });

  const section = small.plan.section[small.sections[7] ?? ''];
  const ground = small.plan.runGround[small.runs[42] ?? ''];
  if (!section || !ground) throw new Error('the frozen plan has changed');
  local('edit of a section', { ...section, width: { rule: 'fixed', width: 1 } }, 5);
  local(
    'edit of one ground break',
    {
      ...ground,
      breaks: ground.breaks.map((groundBreak, index) =>
        index === 3 ? { ...groundBreak, elevation: groundBreak.elevation + 0.1 } : groundBreak,
      ),
    },
    1,
  );
  if (!Number.isFinite(sink)) throw new Error('the checksum is not a number');
  return rows;
}
