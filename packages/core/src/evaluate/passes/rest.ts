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
    wet: { of: ({ usual }) => usual.runs, same: (a: WetRun, b: WetRun) => same(a, b) },
    restLevel: { of: ({ usual }) => usual.levels, same: (a: RestLevel, b: RestLevel) => same(a, b) },
    wetHigh: { of: ({ high }) => high.runs, same: (a: WetRun, b: WetRun) => same(a, b) },
    flood: { of: ({ floods }) => floods, same: (a: Flood, b: Flood) => same(a, b) },
  },
});

/** Whether all lies so that water stands as it did: most edits are of other things. */
function lieAlike(a: Laid, b: Laid): boolean {
  return alikeIn(a.runs, b.runs, runsAlike) && alikeIn(a.nodes, b.nodes, nodesAlike);
}

function alikeIn<T>(a: ReadonlyMap<Uuid, T>, b: ReadonlyMap<Uuid, T>, alike: (now: T, then: T) => boolean): boolean {
  if (a === b) return true;
  if (a.size !== b.size) return false;
  for (const [id, now] of b) {
    const was = a.get(id);
    if (was !== now && (was === undefined || !alike(was, now))) return false;
  }
  return true;
}

const runsAlike = (a: RunResult, b: RunResult): boolean =>
  a.grade.low === b.grade.low &&
  a.grade.high === b.grade.high &&
  a.length === b.length &&
  a.pipe === b.pipe &&
  a.line?.service === b.line?.service &&
  a.run.a === b.run.a &&
  a.run.b === b.run.b &&
  a.run.flow === b.run.flow;

const nodesAlike = (a: NodeResult, b: NodeResult): boolean =>
  a.node === b.node && a.rim === b.rim && same(a.arriving, b.arriving) && same(a.leaving, b.leaving);

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
