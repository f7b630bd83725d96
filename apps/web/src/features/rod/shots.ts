import type { Edit, Plan, Shot, Target, Uuid } from '@alveus/plan';
import { newId } from '../../sync/ids';

/** The place after all shots of the book, in which those taken now follow one another. */
export const afterAll = ({ shot }: Pick<Plan, 'shot'>): number =>
  Math.max(0, ...Object.values(shot).map(({ order }) => order)) + 1;

/** A reading of the rod, as a record of the level book. */
export const shotOf = (setup: Uuid, order: number, sight: Shot['sight'], target: Target, value: number): Edit => ({
  op: 'put',
  item: { kind: 'shot', id: newId(), setup, order, sight, target, reading: { by: 'rod', value }, note: '' },
});
