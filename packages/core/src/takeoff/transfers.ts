import type { Plan, Transfer, Uuid } from '@alveus/plan';
import { inOrder } from '../by-name';
import { keyOf } from './articles';
import type { Part } from './taken';

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

/**
 * By material: each transfer in turn takes what those before it left to be filled.
 * @param articles what lies on each line, by the key of the article
 */
export function transfersOf(
  articles: ReadonlyMap<string, readonly Part[]>,
  transfers: Plan['transfer'],
): ReadonlyMap<Uuid, readonly Moved[]> {
  const byMaterial = new Map<Uuid, Moved[]>();
  const named = ({ id, place, volume }: Transfer) => ({ id, name: `${place} ${volume}` });
  const room = new Map<string, number>();
  for (const transfer of inOrder(Object.values(transfers), named)) {
    const { into, material, volume } = transfer;
    const key = `${into} ${material}`;
    const parts = articles.get(keyOf({ of: 'material', material }));
    const left = room.get(key) ?? parts?.find(({ line }) => line === into)?.amount ?? 0;
    const counted = Math.min(left, volume);
    room.set(key, left - counted);
    const moved = { transfer, counted, over: volume - counted };
    const list = byMaterial.get(material);
    if (list) list.push(moved);
    else byMaterial.set(material, [moved]);
  }
  return byMaterial;
}
