import type { Edit, Shot, Target, Uuid } from '@alveus/plan';
import { newId } from '../../sync/ids';

/** A reading of the rod, as a record of the level book. */
export const shotOf = (setup: Uuid, order: number, sight: Shot['sight'], target: Target, value: number): Edit => ({
  op: 'put',
  item: { kind: 'shot', id: newId(), setup, order, sight, target, reading: { by: 'rod', value }, note: '' },
});
