import type { ItemOf } from '@alveus/plan';
import type { KeptDepth, KeptLevel } from '../limits';
import { keptHeight } from '../limits';
import type { NodeEnd } from '../../results';
import { NEAR } from '../../tolerance';
import type { LaidEnd, NodeBounds } from '../bound';
import type { KeepingBreach } from '../run/keeping';
import { KEEPING, saidOf } from '../run/keeping';
import { NOTHING, rule } from '../rule';
import type { NodeFacts } from './facts';

/** What somebody said besides the rules that a node keeps to: whatever ends there. */
export const keptByNode = rule<NodeFacts>()({
  ...KEEPING,
  judge: (facts): readonly KeepingBreach[] => {
    const ids = facts.read.owned('keeping.at.node', facts.id);
    return ids.length === 0 ? NOTHING : ids.flatMap((id) => judged(facts, facts.read.item('keeping', id)));
  },
  words: (breach) => ({
    what: saidOf(breach),
    why: ['This limit was entered on this job, and the pipes here do not keep it.'],
    gives: ['Move the invert', 'Change or remove the limit'],
  }),
  bound: {
    node: (at) => {
      for (const keeping of at.keepings) kept(at, keeping);
    },
  },
});

function kept(at: NodeBounds, keeping: ItemOf<'keeping'>): void {
  const { keeps } = keeping;
  const { arriving, leaving, node } = at;
  const limit = at.keeping(keeping);
  const level = (end: LaidEnd, is: 'least' | 'most', value: number): void =>
    is === 'least' ? at.atLeast(end, value, limit) : at.atMost(end, value, limit);
  const heightOf = ({ laid }: LaidEnd, what: KeptLevel | KeptDepth): number =>
    keptHeight(what, laid.pipe, laid.envelope);
  switch (keeps.what) {
    case 'invert':
    case 'crown':
    case 'bottom':
      for (const end of [...arriving, ...leaving]) level(end, keeps.is, keeps.level - heightOf(end, keeps.what));
      return;
    case 'depth':
    case 'cover':
      if (node.ground === undefined) return;
      for (const end of [...arriving, ...leaving])
        level(end, keeps.is === 'least' ? 'most' : 'least', node.ground - keeps.value - heightOf(end, keeps.what));
      return;
    case 'drop':
      for (const end of arriving) for (const out of leaving) at.apartLeast(end, out, keeps.value, limit);
      return;
    case 'slope':
    case 'even':
  }
}

function judged(facts: NodeFacts, keeping: ItemOf<'keeping'> | undefined): readonly KeepingBreach[] {
  const keeps = keeping?.keeps;
  if (!keeps || keeps.what === 'slope' || keeps.what === 'even') return NOTHING;
  const needs = 'level' in keeps ? keeps.level : keeps.value;
  const of = 'level' in keeps ? 'elevation' : keeps.what === 'depth' ? 'depth' : 'thickness';
  const ends = keeps.what === 'drop' ? facts.arriving : [...facts.arriving, ...facts.leaving];
  return ends.flatMap((end): readonly KeepingBreach[] => {
    const has = valueAt(facts, end, keeps.what);
    if (has === undefined) return NOTHING;
    const by = keeps.is === 'least' ? needs - has : has - needs;
    if (by <= NEAR) return NOTHING;
    const quantity = of === 'elevation' ? 'distance' : of;
    return [{ cause: `${keeping.id}:${end.run}`, run: end.run, by, quantity, keeping, has, needs, of }];
  });
}

type What = KeptLevel | KeptDepth | 'drop';

/** What the end of a run comes to, by what is asked of it. */
function valueAt({ ground, read }: NodeFacts, { run, invert, drop }: NodeEnd, what: What): number | undefined {
  if (what === 'drop') return drop;
  const { envelope, pipe } = read.of('run', run) ?? {};
  if (invert === undefined || !envelope || !pipe) return undefined;
  const level = invert + keptHeight(what, pipe, envelope);
  if (what !== 'depth' && what !== 'cover') return level;
  return ground === undefined ? undefined : ground - level;
}
