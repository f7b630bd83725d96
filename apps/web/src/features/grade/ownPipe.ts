import { CATALOGUE } from '@alveus/core';
import type { ItemOf, Plan } from '@alveus/plan';
import { newId } from '../../sync/ids';
import { numbered } from '../../sync/frame/numbered';

/** A pipe that the catalogue does not have, to be typed: like the one in use, or the first of the catalogue, until then. */
export function ownPipe({ pipe }: Pick<Plan, 'pipe'>, like: ItemOf<'pipe'> | undefined): ItemOf<'pipe'> {
  const [first] = CATALOGUE;
  if (!first) throw new RangeError('the catalogue is empty');
  const { make: _make, ...rest } = { ...first, ...like };
  return {
    ...rest,
    kind: 'pipe',
    id: newId(),
    name: numbered('Own pipe', Object.values(pipe)),
    standard: 'typed here',
  };
}
