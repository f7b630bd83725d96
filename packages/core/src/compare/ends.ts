import type { Edit, Node, NodeForm, Uuid } from '@alveus/plan';
import { applyEdits, asForm, formOf, NODE_FORMS } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { evaluate, findingsOf } from '../evaluate';
import type { FindingChanges } from '../rules';
import { changesOf, mayEndIn, numberFor } from '../rules';
import { standsBehind } from '../flow';
import type { Phrase } from '../phrase';
import { measured } from '../phrase';
import { underInvert } from '../shared';
import { NEAR } from '../tolerance';

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

/** Every end that is compared, in the order from what drains dry to what stands full. */
const KINDS = NODE_FORMS.flatMap((form) => (formOf(form).compared ?? []).map((end) => ({ form, ...end })));

/** The ends that a line could have where it ends, in their order; none that what it carries must not come to. */
export function endsAt(evaluation: Evaluation, node: Uuid): readonly End[] {
  const { plan, profile } = evaluation;
  const cutDown = numberFor(profile, 'end-buried').value;
  const item = plan.node[node];
  if (!item) return [];
  const before = findingsOf(evaluation);
  const { entry: _entry, ...rest } = item;
  const services = (evaluation.nodes.get(node)?.arriving ?? []).map(({ service }) => service);
  return KINDS.filter(({ form }) => mayEndIn(services, form)).map(({ form, entry, needs }): End => {
    const now = item.form === form && (!entry || (item.entry ?? 'wall') === entry);
    // Water comes out at the pipe's own level there, so the ground must not lie over it.
    const open = formOf(form).ends === 'open';
    const put: Node = { ...asForm(rest, form), ...(entry === 'grate' ? { entry } : {}) };
    const edits: readonly Edit[] = [{ op: 'put', item: put }];
    const after = evaluate(applyEdits(plan, edits), evaluation);
    const { ground, invert, arriving } = after.nodes.get(node) ?? {};
    const depth = ground === undefined || invert === undefined ? undefined : ground - invert;
    const inside = Math.max(0, ...(arriving ?? []).map((end) => end.inside ?? 0));
    const buried = depth === undefined ? 0 : depth - inside;
    return {
      form,
      entry,
      now,
      edits,
      depth,
      // Where a hole is set for the end that is there now, it is that one.
      hole:
        (now ? evaluation.holes.get(node)?.depth : undefined) ??
        (depth === undefined ? undefined : depth + underInvert(form)),
      stands: standsBehind(after, node),
      needs,
      cannot:
        open && buried > cutDown + NEAR
          ? ['the ground is ', measured(buried, 'distance'), ' above the top of the pipe here']
          : undefined,
      changes: changesOf(before, findingsOf(after)),
    };
  });
}
