import type { Delivery, Purchase, Unit } from '@alveus/plan';
import { cutText, LIMITS } from '@alveus/plan';
import type { Books } from './books';
import type { Takeoff } from './ledger';
import type { Sum } from './sums';

/** What was ordered and what came, against what the plan takes now. */

export interface Account {
  /** By the unit of the article; of tickets in another unit that cannot be turned into it, nothing. */
  readonly ordered: number;
  readonly delivered: number;
  /** Still to come of what was ordered; negative where more came. */
  readonly left: number;
  /** The plan takes so much more now than when it was last ordered; negative where it takes less. */
  readonly since: number;
  /** Tickets whose unit says nothing of the article. */
  readonly unlike: readonly Delivery[];
  readonly tickets: readonly Delivery[];
}

/** What of an amount in one unit is in that of the article: stone comes by the truck that is weighed as well. */
export function inUnitOf(sum: Sum, amount: number, unit: Unit): number | undefined {
  if (unit === sum.unit) return amount;
  // A ticket of stone tells what was weighed, one of pipe the sticks: each by what the take-off has of both.
  if (unit === 'mass' && sum.weighs > 0) return amount / sum.weighs;
  if (unit === 'count' && sum.count && sum.count.number > 0) return (amount * sum.ordered) / sum.count.number;
  return undefined;
}

/** What a load measures in the truck, for each placed. */
export const looseFactor = ({ what, ordered, loose }: Pick<Sum, 'what' | 'ordered' | 'loose'>): number =>
  what.of === 'material' && ordered > 0 && loose > 0 ? loose / ordered : 1;

/** What came by a ticket, in the unit of the article: a volume on a ticket is what the truck held, loose. */
function deliveredBy(sum: Sum, { amount, unit }: Delivery): number | undefined {
  const placed = inUnitOf(sum, amount, unit);
  return unit === 'volume' && placed !== undefined ? placed / looseFactor(sum) : placed;
}

/** Units in which a ticket of an article may be written, its own first. */
export function unitsOf(sum: Sum): readonly Unit[] {
  return [
    sum.unit,
    ...(sum.unit !== 'mass' && sum.weighs > 0 ? (['mass'] as const) : []),
    ...(sum.unit !== 'count' && sum.count ? (['count'] as const) : []),
  ];
}

export function accountOf(sum: Sum, books: Books): Account {
  const tickets = books.delivered.get(sum.key) ?? [];
  const unlike: Delivery[] = [];
  let [ordered, delivered] = [0, 0];
  for (const { amount, unit } of books.ordered.get(sum.key) ?? []) ordered += inUnitOf(sum, amount, unit) ?? 0;
  for (const ticket of tickets) {
    const amount = deliveredBy(sum, ticket);
    if (amount === undefined) unlike.push(ticket);
    else delivered += amount;
  }
  return { ordered, delivered, left: ordered - delivered, since: sum.ordered - ordered, unlike, tickets };
}

/** What an order of a supplier asks for now: what the plan takes beyond what was ordered before. */
export function toOrder({ sums, books }: Takeoff, supplier: string): Purchase['lines'] {
  return sums.flatMap((sum) => {
    if (sum.supplier !== supplier) return [];
    const { since } = accountOf(sum, books);
    return since > 1e-9
      ? [{ article: sum.key, name: cutText(sum.name, LIMITS.nameLength), amount: since, unit: sum.unit }]
      : [];
  });
}
