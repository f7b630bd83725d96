import type { Item, Kind, Plan, Uuid } from '@alveus/plan';
import { kindOf, KINDS, readPath } from '@alveus/plan';
import { keptWith } from '../kept-with';
import type { Reference } from '../results';

/** Which items refer to which, by kind and field; gathered when somebody first asks. */

type Table = Readonly<Record<Uuid, Item>>;
const gathered = keptWith((_table: Table) => new Map<string, ReadonlyMap<Uuid, readonly Uuid[]>>());

/** Fields of a kind that refer to one other item. */
const FIELDS = new Map<Kind, readonly string[]>(
  KINDS.map((kind) => [
    kind,
    kindOf(kind)
      .refs.map(({ field }) => field)
      .filter((field) => !field.includes('*') && field !== 'id'),
  ]),
);

export function ownedIn(plan: Plan, reference: Reference, owner: Uuid): readonly Uuid[] {
  const dot = reference.indexOf('.');
  const table = plan[reference.slice(0, dot) as Kind] as Table;
  const byField = gathered(table);
  let owners = byField.get(reference);
  if (!owners) byField.set(reference, (owners = gather(table, reference.slice(dot + 1))));
  return owners.get(owner) ?? NONE;
}

function gather(table: Table, field: string): ReadonlyMap<Uuid, readonly Uuid[]> {
  const owners = new Map<Uuid, Uuid[]>();
  for (const id in table) {
    const owner = ownerOf(table[id] as Item, field);
    if (owner === undefined) continue;
    const there = owners.get(owner);
    if (there) there.push(id);
    else owners.set(owner, [id]);
  }
  return owners;
}

function ownerOf(item: Item, field: string): Uuid | undefined {
  if (!field.includes('.')) return (item as unknown as Record<string, Uuid | undefined>)[field];
  const [owner] = readPath(item, field);
  return owner;
}

/** The references of an item that are others than before, with the owner that lost it and the one that has it now. */
export function* movedReferences(
  kind: Kind,
  before: Item | undefined,
  after: Item | undefined,
): Generator<readonly [reference: Reference, owner: Uuid]> {
  for (const field of FIELDS.get(kind) ?? NONE) {
    const [was, is] = [before && ownerOf(before, field), after && ownerOf(after, field)];
    if (was === is) continue;
    if (was !== undefined) yield [`${kind}.${field}`, was];
    if (is !== undefined) yield [`${kind}.${field}`, is];
  }
}

const NONE: readonly Uuid[] = [];
