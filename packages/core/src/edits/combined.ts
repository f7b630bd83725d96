import type { Edit } from '@alveus/plan';

/** Two sets of edits as one batch, in which each item stands once: the later one holds. */
export function combined(first: readonly Edit[], then: readonly Edit[]): Edit[] {
  const key = (edit: Edit): string =>
    edit.op === 'put' ? `${edit.item.kind}:${edit.item.id}` : `${edit.kind}:${edit.id}`;
  return [...new Map([...first, ...then].map((edit) => [key(edit), edit])).values()];
}
