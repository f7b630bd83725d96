import type { Delivery, Plan, Purchase } from '@alveus/plan';
import { inForce } from '@alveus/plan';

/** Orders and tickets that are in force, by article. */
export interface Books {
  readonly ordered: ReadonlyMap<string, readonly Purchase['lines'][number][]>;
  readonly delivered: ReadonlyMap<string, readonly Delivery[]>;
  /** Day of the last order, by supplier. */
  readonly lastOrder: ReadonlyMap<string, string>;
}

type Records = Pick<Plan, 'purchase' | 'delivery'>;

export function booksOf({ purchase, delivery }: Records): Books {
  const ordered = new Map<string, Purchase['lines'][number][]>();
  const delivered = new Map<string, Delivery[]>();
  const lastOrder = new Map<string, string>();
  for (const { supplier, day, lines } of inForce(Object.values(purchase)).standing) {
    if (day >= (lastOrder.get(supplier) ?? '')) lastOrder.set(supplier, day);
    for (const line of lines) add(ordered, line.article, line);
  }
  for (const ticket of inForce(Object.values(delivery)).standing) add(delivered, ticket.article, ticket);
  return { ordered, delivered, lastOrder };
}

function add<T>(map: Map<string, T[]>, key: string, value: T): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
