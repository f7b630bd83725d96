import type { Plan, Run, Uuid } from '@alveus/plan';
import { byName } from '../by-name';
import { keptWith } from '../kept-with';

/**
 * Connected components: runs that hang together by their nodes. Within a network they are in the order of their names, and networks in that of
 * their first run, so that nothing depends on how a plan is stored.
 */
export const networksOf = keptWith((table: Plan['run']): readonly (readonly Run[])[] => {
  const runs = Object.values(table).sort(byName);
  const at = new Map<Uuid, Run[]>();
  for (const run of runs)
    for (const node of [run.a, run.b]) {
      const there = at.get(node);
      if (there) there.push(run);
      else at.set(node, [run]);
    }
  const seen = new Set<Run>();
  return runs.flatMap((first) => {
    if (seen.has(first)) return [];
    const network = [first];
    seen.add(first);
    for (let next = 0; next < network.length; next += 1) {
      const { a, b } = network[next] as Run;
      for (const node of [a, b]) {
        for (const run of at.get(node) ?? []) {
          if (seen.has(run)) continue;
          seen.add(run);
          network.push(run);
        }
        // Once gone through, a node with many runs is not gone through again for each of them.
        at.delete(node);
      }
    }
    return [network.sort(byName)];
  });
});

/** Which of the networks each run and each node is in, by id. */
export const networkAt = keptWith((table: Plan['run']): ReadonlyMap<Uuid, number> => {
  const at = new Map<Uuid, number>();
  networksOf(table).forEach((network, index) => {
    for (const { id, a, b } of network) for (const member of [id, a, b]) at.set(member, index);
  });
  return at;
});
