import type { Uuid } from '@alveus/plan';
import { formOf, same } from '@alveus/plan';
import { atRest } from '../../flow';
import type { Laid } from '../../flow';
import type { Flood, NodeResult, RestLevel, Resting, RunResult, WetRun } from '../../results';
import { NEAR } from '../../tolerance';
import { tablePass } from '../pass';

/** Where water stands at rest: with the water outside as it usually is, and at its highest. */
export const rest = tablePass<Resting>({
  name: 'rest',
  work: (read, before) => {
    const laid = { runs: read.every('run'), nodes: read.every('node') };
    if (before && lieAlike(before.of, laid)) return { ...before, of: laid };
    const usual = atRest(laid);
    const high = isHigh(laid) ? atRest(laid, 'high') : usual;
    return { of: laid, usual, high, floods: floodsOf(laid, { usual, high }) };
  },
  tables: {
    wet: { of: ({ usual }) => usual.runs, same: (one: WetRun, other: WetRun) => same(one, other) },
    restLevel: { of: ({ usual }) => usual.levels, same: (one: RestLevel, other: RestLevel) => same(one, other) },
    wetHigh: { of: ({ high }) => high.runs, same: (one: WetRun, other: WetRun) => same(one, other) },
    flood: { of: ({ floods }) => floods, same: (one: Flood, other: Flood) => same(one, other) },
  },
});

/** Whether all lies so that water stands as it did: most edits are of other things. */
function lieAlike(one: Laid, other: Laid): boolean {
  return alikeIn(one.runs, other.runs, runsAlike) && alikeIn(one.nodes, other.nodes, nodesAlike);
}

function alikeIn<T>(
  one: ReadonlyMap<Uuid, T>,
  other: ReadonlyMap<Uuid, T>,
  alike: (one: T, other: T) => boolean,
): boolean {
  if (one === other) return true;
  if (one.size !== other.size) return false;
  for (const [id, now] of other) {
    const was = one.get(id);
    if (was !== now && (was === undefined || !alike(was, now))) return false;
  }
  return true;
}

const runsAlike = (one: RunResult, other: RunResult): boolean =>
  one.grade.low === other.grade.low &&
  one.grade.high === other.grade.high &&
  one.length === other.length &&
  one.pipe === other.pipe &&
  one.line?.service === other.line?.service &&
  one.run.a === other.run.a &&
  one.run.b === other.run.b &&
  one.run.flow === other.run.flow;

const nodesAlike = (one: NodeResult, other: NodeResult): boolean =>
  one.node === other.node &&
  one.rim === other.rim &&
  same(one.arriving, other.arriving) &&
  same(one.leaving, other.leaving);

/** Whether a highest level is stated anywhere. */
function isHigh({ nodes }: Laid): boolean {
  for (const { node } of nodes.values()) if (node.water?.high !== undefined) return true;
  return false;
}

/** Where water outside comes up through a grate. What the highest does as well is told only where the usual does not. */
function floodsOf({ nodes }: Laid, { usual, high }: Pick<Resting, 'usual' | 'high'>): ReadonlyMap<Uuid, Flood> {
  const floods = new Map<Uuid, Flood>();
  for (const [which, levels] of [
    ['highest', high.levels],
    ['usual', usual.levels],
  ] as const)
    for (const [id, { level, at, outside }] of levels) {
      const node = outside ? nodes.get(id) : undefined;
      if (node?.rim !== undefined && formOf(node.node.form).open && level > node.rim + NEAR)
        floods.set(id, { which, level, by: level - node.rim, from: at });
    }
  return floods;
}
