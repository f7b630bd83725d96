import { LIMITS } from '../limits';
import type { Change } from './change';

/**
 * Parts what goes out in one go into as few batches as may be, in order: none of more changes, or longer, than the
 * server takes. A change that is too long by itself goes alone.
 * @param changeOf what is sent of one
 * @param most changes in one
 */
export function inBatches<T>(
  all: readonly T[],
  changeOf: (entry: T) => Change,
  most: number = LIMITS.batchChanges,
): T[][] {
  const batches: T[][] = [];
  let last: T[] = [];
  let length = 0;
  for (const entry of all) {
    const more = JSON.stringify(changeOf(entry)).length + 1;
    if (last.length > 0 && (last.length >= most || length + more > LIMITS.batchLength)) {
      batches.push(last);
      [last, length] = [[], 0];
    }
    last.push(entry);
    length += more;
  }
  return last.length > 0 ? [...batches, last] : batches;
}
