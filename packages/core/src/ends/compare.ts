import type { Edit, Node, NodeForm, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { evaluate, findingsOf } from '../evaluate';
import type { FindingChanges } from '../findings';
import { changesOf } from '../findings';
import { atRest, standsBehind } from '../flow';
import { numberFor } from '../limits';
import type { Phrase } from '../phrase';
import { measured } from '../phrase';
import { NEAR } from '../tolerance';
import { FOOT } from '../units';

/** One way to end a line at a place, as it would be there: what it asks for, and what stands full behind it. */
export interface End {
  readonly form: NodeForm;
  readonly entry: Node['entry'];
  /** Whether the line ends so now. */
  readonly now: boolean;
  readonly edits: readonly Edit[];
  /** Ground to the invert there, and down to the bottom of the hole that is dug for it, m. */
  readonly depth: number | undefined;
  readonly hole: number | undefined;
  readonly stands: ReturnType<typeof standsBehind>;
  /** What it takes, in the words of the trade. */
  readonly needs: string;
  /** Why it cannot be here. */
  readonly cannot: Phrase | undefined;
  readonly changes: FindingChanges;
}

interface Kind {
  readonly form: NodeForm;
  readonly entry?: NonNullable<Node['entry']>;
  readonly needs: string;
  /** How much further down its hole goes than the invert, m. */
  readonly under?: number;
  /** Water comes out at the pipe's own level, so the ground must not lie over it. */
  readonly open?: true;
}

/** Common practice throughout. */
const KINDS: readonly Kind[] = [
  {
    form: 'daylight',
    needs: 'a slope that falls away below the pipe; a guard against animals, and stone under it',
    open: true,
  },
  { form: 'curb', needs: 'a cut through the curb, and leave to drain to the street', open: true },
  { form: 'structure', entry: 'wall', needs: 'a hole through the wall of the box, packed with non-shrink cement' },
  { form: 'structure', entry: 'grate', needs: 'nothing cut; all that lies lower than its grate stays full' },
  { form: 'stand-pipe', needs: 'a tee with a grate, 2 ft of pipe below it, in a hole of large stone', under: 2 * FOOT },
  { form: 'pop-up', needs: 'an emitter that lifts, with a weep hole and a little stone under it' },
  { form: 'bubble-up', needs: 'a box with a grate, its bottom open on stone' },
  { form: 'sump', needs: 'a basin under the pipe, a pump with power, and a small pressure line', under: 2 * FOOT },
  { form: 'soak-away', needs: 'soil that takes the water: nothing else lets it out', under: FOOT },
];

/** The ends that a line could have where it ends, in the order from what drains dry to what stands. */
export function endsAt(evaluation: Evaluation, node: Uuid): readonly End[] {
  const { plan, profile } = evaluation;
  const cutDown = numberFor(profile, 'end-buried').value;
  const item = plan.node[node];
  if (!item) return [];
  const before = findingsOf(evaluation);
  const { entry: _entry, ...rest } = item;
  return KINDS.map(({ form, entry, needs, under = 0, open = false }): End => {
    const put: Node = { ...rest, form, ...(entry === 'grate' ? { entry } : {}) };
    const edits: readonly Edit[] = [{ op: 'put', item: put }];
    const after = evaluate(applyEdits(plan, edits), evaluation);
    const { ground, invert, arriving } = after.nodes.get(node) ?? {};
    const depth = ground === undefined || invert === undefined ? undefined : ground - invert;
    const inside = Math.max(0, ...(arriving ?? []).map((end) => end.inside ?? 0));
    const buried = depth === undefined ? 0 : depth - inside;
    return {
      form,
      entry,
      now: item.form === form && (form !== 'structure' || (item.entry ?? 'wall') === entry),
      edits,
      depth,
      hole: depth === undefined ? undefined : depth + under,
      stands: standsBehind(after, atRest(after), node),
      needs,
      cannot:
        open && buried > cutDown + NEAR
          ? ['the ground lies ', measured(buried, 'distance'), ' over the top of the pipe here']
          : undefined,
      changes: changesOf(before, findingsOf(after)),
    };
  });
}
