import { MATERIALS } from '@alveus/core';
import type { Edit, ItemOf, Uuid } from '@alveus/plan';
import { useAppSelector } from '../../../store';
import { newId } from '../../../sync/ids';

/** A material of the library that is brought into the job where it is not there yet. */
export function useFresh(key: keyof typeof MATERIALS): () => { material: Uuid; more: readonly Edit[] } {
  const materials = useAppSelector((state) => state.job.plan.material);
  return () => {
    const existing = Object.values(materials).find(({ name }) => name === MATERIALS[key].name);
    if (existing) return { material: existing.id, more: [] };
    const item: ItemOf<'material'> = { kind: 'material', id: newId(), ...MATERIALS[key] };
    return { material: item.id, more: [{ op: 'put', item }] };
  };
}
