import type { Plan, Transfer, Uuid } from '@alveus/plan';
import { byName } from '../by-name';
import type { Evaluation } from '../evaluate';
import type { Entry } from './articles';

/** Stone that is dug up in one place and laid in another: it is no order, and what comes of a trench of the job is no spoil. */

export interface Moved {
  readonly transfer: Transfer;
  /** What of it the line that it goes into takes, m³ as it lies. */
  readonly counted: number;
  /** What is brought beyond that, m³. */
  readonly over: number;
}

/** What of a material comes from elsewhere, m³ as it lies. */
export const movedIn = (moved: readonly Moved[]): number => moved.reduce((sum, { counted }) => sum + counted, 0);

/** What stands at a node is the line's that leaves it; at the end of the last, that of the one that arrives. */
export function lineOf(
  { where }: Pick<Entry, 'where'>,
  { runs, nodes }: Pick<Evaluation, 'runs' | 'nodes'>,
): Uuid | undefined {
  if (where.on === 'run') return runs.get(where.run)?.run.line;
  const node = nodes.get(where.node);
  return (node?.leaving[0] ?? node?.arriving[0])?.line;
}

/** By material: each transfer in turn takes what those before it left to be filled. @param entries of materials among others */
export function transfersOf(
  entries: readonly Entry[],
  evaluation: Pick<Evaluation, 'runs' | 'nodes'> & { readonly plan: Pick<Plan, 'transfer'> },
): ReadonlyMap<Uuid, readonly Moved[]> {
  const byMaterial = new Map<Uuid, Moved[]>();
  const all = Object.values(evaluation.plan.transfer);
  if (all.length === 0) return byMaterial;
  const room = new Map<string, number>();
  for (const entry of entries) {
    if (entry.what.of !== 'material') continue;
    const key = `${lineOf(entry, evaluation) ?? ''} ${entry.what.material}`;
    room.set(key, (room.get(key) ?? 0) + entry.amount);
  }
  const named = ({ id, place, volume }: Transfer) => ({ id, name: `${place} ${volume}` });
  all.sort((one, other) => byName(named(one), named(other)));
  for (const transfer of all) {
    const { into, material, volume } = transfer;
    const key = `${into} ${material}`;
    const left = room.get(key) ?? 0;
    const counted = Math.min(left, volume);
    room.set(key, left - counted);
    const moved = { transfer, counted, over: volume - counted };
    const list = byMaterial.get(material);
    if (list) list.push(moved);
    else byMaterial.set(material, [moved]);
  }
  return byMaterial;
}
