import fc from 'fast-check';
import type { Edit, Plan, Run, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Evaluation } from '../../src';
import { evaluate, reverseLine, runLength } from '../../src';
import { joinRuns } from '../../src/edits/join';
import { splitRun } from '../../src/edits/split';
import { newId } from '../builders';
import type { Surveyed } from './surveyed';
import { Tracks } from './tracks';

/** Edits that move nothing, done to a random network, with count kept of where everything lies. */

export const stepArb = fc.record({
  what: fc.constantFrom('split', 'split', 'join', 'reverse'),
  /** Whether runs that are not on one grade may be joined: what lies along them keeps its place, the pipe does not. */
  bend: fc.constant(false),
  which: fc.nat(),
  share: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
});

export type StepSpec = { what: string; which: number; share: number; bend: boolean };

/** The same, and runs of different slopes joined as well. */
export const bendingArb = stepArb.map((spec) => ({ ...spec, bend: true }));

export interface State {
  readonly plan: Plan;
  readonly evaluation: Evaluation;
  readonly tracks: Tracks;
}

export const start = ({ plan, lengths }: Surveyed): State => ({
  plan,
  evaluation: evaluate(plan),
  tracks: Tracks.of(lengths),
});

/** Does one edit that moves nothing, and keeps count of where everything lies. */
export function step(
  state: State,
  { what, which, share, bend }: StepSpec,
): State & { readonly edits: Edit[]; readonly what: string } {
  const { plan, evaluation, tracks } = state;
  const ids = Object.keys(plan.run).sort();
  const run = plan.run[ids[which % ids.length] as Uuid] as Run;
  const long = runLength(plan, run) ?? 0;
  const done = (edits: Edit[], then: Tracks) => {
    const next = applyEdits(plan, edits);
    return { plan: next, evaluation: evaluate(next, evaluation), tracks: then, edits, what };
  };
  if (what === 'reverse') return done(reverseLine(plan, run.line), tracks);
  if (what === 'split') {
    const at = share * long;
    const split = splitRun(evaluation, run.id, at, { name: 'Wye', form: 'fitting' }, newId);
    if (!split) return done([], tracks);
    const parts = split.edits.flatMap((edit) => (edit.op === 'put' && edit.item.kind === 'run' ? [edit.item] : []));
    const [a, b] = [parts.find((part) => part.a === run.a), parts.find((part) => part.b === run.b)];
    const cut = run.flow === 'to-a' ? at : long - at;
    return done(split.edits, tracks.split(run.id, cut, a?.id ?? '', b?.id ?? ''));
  }
  const joints = Object.keys(plan.node)
    .sort()
    .flatMap((node) => {
      const join = joinRuns(evaluation, node, newId);
      return join.ok && (bend || Math.abs(join.moves) < 1e-9) ? [{ node, join }] : [];
    });
  const joint = joints[which % Math.max(1, joints.length)];
  if (!joint) return done([], tracks);
  const [first, other] = Object.values(plan.run).filter(({ a, b }) => a === joint.node || b === joint.node) as [
    Run,
    Run,
  ];
  const lengths = new Map([first, other].map((of) => [of.id, runLength(plan, of) ?? 0]));
  const made = joint.join.edits.find(
    (edit) => edit.op === 'put' && edit.item.kind === 'run' && edit.item.id === joint.join.run,
  );
  return done(joint.join.edits, tracks.join(first, other, lengths, joint.node, (made as { item: Run }).item));
}
