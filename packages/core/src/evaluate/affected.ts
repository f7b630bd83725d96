import type { Uuid } from '@alveus/plan';
import { same, upperOf } from '@alveus/plan';
import { runsAt } from '../network';
import type { GroundShot, RunShot } from '../survey';
import { changedIds, changedKeys } from '../differ';
import type { Evaluation } from './evaluation';
import type { Context } from './run';

/** Exactly the runs whose results can differ from before. */
export function affectedRuns({ plan, topology, grade, shots, site }: Context, previous: Evaluation): Set<Uuid> {
  const before = previous.plan;
  const affected = new Set<Uuid>();
  const addAll = (ids: readonly Uuid[] | undefined): void => ids?.forEach((id) => affected.add(id));

  for (const id of changedIds(before.run, plan.run)) {
    affected.add(id);
    // Whether a node is an outlet depends on its other runs.
    for (const run of [before.run[id], plan.run[id]]) {
      if (!run) continue;
      addAll(runsAt(topology, run.a));
      addAll(runsAt(topology, run.b));
    }
  }
  for (const id of changedIds(before.line, plan.line)) {
    for (const run of topology.orders.get(id)?.runs ?? previous.topology.orders.get(id)?.runs ?? [])
      affected.add(run.id);
  }
  for (const id of changedIds(before.runGround, plan.runGround)) affected.add(id);
  for (const id of changedIds(before.node, plan.node)) addAll(runsAt(topology, id));
  for (const id of changedIds(before.nodeGround, plan.nodeGround)) addAll(runsAt(topology, id));
  for (const id of changedIds(before.nodePlace, plan.nodePlace)) addAll(runsAt(topology, id));
  if (shots !== previous.shots) {
    for (const id of changedKeys(previous.shots.nodes, shots.nodes, sameShot)) addAll(runsAt(topology, id));
    for (const id of changedKeys(
      previous.shots.runs,
      shots.runs,
      (a, b) => a.length === b.length && a.every((one, index) => sameShot(one, b[index] as RunShot)),
    )) {
      affected.add(id);
    }
  }
  if (site !== previous.site) {
    addAll(changedKeys(previous.site.crossings, site.crossings, sameItems));
    addAll(changedKeys(previous.site.pits, site.pits, sameItems));
  }
  for (const id of topology.ringed) if (!previous.topology.ringed.has(id)) affected.add(id);
  for (const id of previous.topology.ringed) if (!topology.ringed.has(id)) affected.add(id);
  for (const id of changedIds(before.section, plan.section)) addAll(topology.withSection(id));
  for (const id of changedIds(before.pipe, plan.pipe)) addAll(topology.withPipe(id));
  if (grade !== previous.grade) {
    for (const [id, now] of grade.runs) {
      const then = previous.grade.runs.get(id);
      if (then && then.low === now.low && then.high === now.high && then.slope === now.slope) continue;
      affected.add(id);
      const run = plan.run[id];
      if (run) addAll(runsAt(topology, upperOf(run)));
    }
    for (const fact of previous.grade.surplus) affected.add(fact.run);
    for (const fact of grade.surplus) affected.add(fact.run);
  }
  for (const id of affected) if (!plan.run[id]) affected.delete(id);
  return affected;
}

const sameItems = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((one, index) => one === b[index] || same(one, b[index]));

const sameShot = (a: GroundShot, b: GroundShot): boolean =>
  a.shot === b.shot && a.elevation === b.elevation && (a as RunShot).at === (b as RunShot).at;
