import type { Uuid } from '../values';
import type { Change } from './change';
import { addressOf, keyOf } from './plan';
import type { Step } from './undo';

/** Edits that wait to be sent. */
export interface Pending {
  readonly id: Uuid;
  /** The version of the format in which `changes` were first sent, and are sent again: an answer may only be lost. */
  readonly format: number;
  readonly changes: readonly Change[];
  /** What the batch did to each item, as this version has it: enough to do the same to another state of it. */
  readonly step: Step;
}

/** What goes along in a batch unread: of a kind that is not known here. */
export function passing({ changes, step }: Pending): readonly Change[] {
  if (changes.length === step.length) return [];
  const read = new Set(step.map(({ address }) => keyOf(address)));
  return changes.filter((change) => !read.has(keyOf(addressOf(change))));
}
