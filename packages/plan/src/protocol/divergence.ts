import type { Foreign, Item } from '../kinds';
import type { RejectedBatch } from './rejected';
import { inBatches } from './batches';
import type { Change, ServerItem } from './change';
import type { ServerItems } from './server-items';
import { same } from './merge';
import { keyOf } from './plan';
import type { Pending } from './pending';
import type { Choice } from './rebase';
import { VERSION } from '../format/number';
import type { Uuid } from '../values';

/**
 * After a backup of the server was restored, a device knows of changes that the server lost, and the server may have
 * taken others since. Here both are told apart, and joined again.
 */

/** A thing that the server lost a change of. */
export interface Lost {
  readonly address: { readonly kind: string; readonly id: Uuid };
  readonly mine: ServerItem;
  /** Undefined where the server has no such thing. */
  readonly theirs: ServerItem | undefined;
  /** Whether the server's was changed too, since both were the same. */
  readonly both: boolean;
}

/**
 * What the device knows and the server does not.
 * @param held what the device has of the server's
 * @param common the last sequence number that both have alike
 * @param theirs all that the server has
 */
export function lostOf(held: ServerItems, common: number, theirs: ServerItems): Lost[] {
  const lost: Lost[] = [];
  for (const [key, mine] of held) {
    if (mine.revision <= common) continue;
    const now = theirs.get(key);
    if (alike(mine, now)) continue;
    lost.push({
      address: { kind: mine.kind, id: mine.id },
      mine,
      theirs: now,
      both: now !== undefined && now.revision > common,
    });
  }
  return lost;
}

/** What a thing is, whoever can read it; null where it is not there. */
const valueOf = (held: ServerItem | undefined): Item | Foreign | null => held?.item ?? held?.foreign ?? null;

const alike = (mine: ServerItem, theirs: ServerItem | undefined): boolean => same(valueOf(mine), valueOf(theirs));

/**
 * What is sent to a server that was put back, so that it has again what it lost: what the device has, except for the
 * things of which the server's is to stay; of those the device's is rejected. What waited comes after it, to be rebased.
 */
export function rejoined(
  lost: readonly Lost[],
  choices: ReadonlyMap<string, Choice>,
  pending: readonly Pending[],
  newId: () => Uuid,
): { readonly pending: readonly Pending[]; readonly rejected: readonly RejectedBatch[] } {
  const back = lost.filter(({ address }) => choices.get(keyOf(address)) !== 'theirs');
  const left = lost.filter(({ address }) => choices.get(keyOf(address)) === 'theirs').flatMap(stepOf);
  const batches = inBatches(back, changeOf).map((some): Pending => ({
    id: newId(),
    format: VERSION,
    changes: some.map(changeOf),
    step: some.flatMap(stepOf),
  }));
  const rejected: RejectedBatch[] = left.length > 0 ? [{ id: newId(), reason: GIVEN_UP, step: left }] : [];
  return { pending: [...batches, ...pending.map((batch) => unbased(batch, newId))], rejected };
}

const GIVEN_UP = 'The server was restored to an earlier day, and its own version was kept.';

function changeOf({ address, mine, theirs }: Lost): Change {
  const item = valueOf(mine);
  const base = theirs?.revision ?? 0;
  return item ? { op: 'put', item, base } : { op: 'remove', ...address, base };
}

/** What cannot be read here is in no step. */
function stepOf({ mine, theirs }: Lost): RejectedBatch['step'] {
  const [before, after] = [theirs?.item ?? undefined, mine.item ?? undefined];
  const item = before ?? after;
  return item ? [{ address: { kind: item.kind, id: item.id }, before, after }] : [];
}

/** A number that no batch has. */
const NEVER = Number.MAX_SAFE_INTEGER;

/**
 * A batch that waited, with revisions that mean nothing any more: the server has others under the same numbers. It fits
 * nowhere, so it is rebased or asked about before it is taken.
 */
function unbased(batch: Pending, newId: () => Uuid): Pending {
  const id = newId();
  return { ...batch, id, changes: batch.changes.map((change) => ({ ...change, base: NEVER })) };
}
