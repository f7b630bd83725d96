import type { Edit, Hole, HoleModel, NodeForm, Run, Sharing, Uuid } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { costOf } from './cost';

/** A run put into the trench of another, and what that saves. */
export interface Shared {
  readonly edits: readonly Edit[];
  /** Along which both lie in one trench, m. */
  readonly length: number;
  /** Volume that is dug no more, m³; negative where it takes more. */
  readonly saves: number;
}

export interface SharingAsked {
  readonly run: Uuid;
  readonly lead: Uuid;
  /** Seen from end a of the run whose trench it is. */
  readonly lies: Sharing['lies'];
  readonly clear: number;
}

/** Lengths that differ by no more than this part of them lie side by side all along. */
const ALONGSIDE = 0.05;

/**
 * Lays a run into the trench of another, from where both begin as far as both go. Where both are drawn the end of the one
 * lies at the nearer end of the other; else they run the same way.
 * @returns undefined where either has no length
 */
export function shareTrench(
  evaluation: Evaluation,
  { run, lead, lies, clear }: SharingAsked,
  newId: () => Uuid,
): Shared | undefined {
  const [own, trench] = [evaluation.runs.get(run), evaluation.runs.get(lead)];
  if (!own || !trench || !(own.length > 0) || !(trench.length > 0)) return undefined;
  const turned = liesTurned(own.run, trench.run, evaluation);
  const alike = Math.abs(own.length - trench.length) <= ALONGSIDE * trench.length;
  const length = Math.min(own.length, trench.length);
  const far = alike ? trench.length : length;
  // From the ends that lie together: end a of the lead, and whichever end of the other is there.
  const upTo = alike ? own.length : length;
  const [from, to] = turned ? [own.length - upTo, own.length] : [0, upTo];
  const place =
    1 +
    Math.max(
      0,
      ...(evaluation.shared.get(lead)?.beside ?? [])
        .filter((lying) => lying.lies === lies)
        .map((_, index) => index + 1),
    );
  const item: Sharing = {
    kind: 'sharing',
    id: newId(),
    run,
    from,
    to,
    lead: turned ? { run: lead, from: far, to: 0 } : { run: lead, from: 0, to: far },
    lies,
    place,
    clear,
  };
  const edits: Edit[] = [{ op: 'put', item }];
  return { edits, length: far, saves: -costOf(edits, evaluation).dug };
}

/** Whether end b of the one lies at end a of the other. */
function liesTurned(own: Run, trench: Run, { plan }: Evaluation): boolean {
  const [a, b, start, end] = [own.a, own.b, trench.a, trench.b].map((node) => plan.nodePlace[node]);
  if (!a || !b || !start || !end) return own.flow !== trench.flow;
  const apart = (p: typeof a, b: typeof a): number => Math.hypot(p.east - b.east, p.north - b.north);
  return apart(b, start) + apart(a, end) < apart(a, start) + apart(b, end);
}

/** A hole to begin with for the structure at a node, on a bed of this material; of a form that has none, as for a catch basin. */
export function holeFor(form: NodeForm, node: Uuid, material: Uuid): Hole {
  const { bed, stone, ...model } = (formOf(form).hole ?? formOf('catch-basin').hole) as HoleModel;
  const around = stone === undefined ? [] : [{ material, over: stone }];
  return { kind: 'hole', id: node, ...model, below: [{ material, thickness: bed }], around };
}

/** How much further down than the invert the hole goes that is usually dug for what a line ends in, m. */
export function underInvert(form: NodeForm): number {
  const { hole, sump = 0, existing } = formOf(form);
  return hole && !existing ? sump + hole.floor + hole.bed : 0;
}
