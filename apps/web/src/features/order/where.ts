import type { Evaluation } from '@alveus/core';
import type { Entry } from '@alveus/core/takeoff';

/** What its place is called. */
export function placeName({ where }: Entry, { runs, nodes }: Evaluation): string {
  return (where.on === 'run' ? runs.get(where.run)?.run.name : nodes.get(where.node)?.node.name) ?? 'was removed';
}
