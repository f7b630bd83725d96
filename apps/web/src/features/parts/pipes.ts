import { CATALOGUE, pipeItem } from '@alveus/core';
import type { Item, Plan, Uuid } from '@alveus/plan';
import { newId } from '../../sync/ids';

/** The pipe of the job first, then the catalogue, by name. */
export function pipeOptions({ pipe }: Pick<Plan, 'pipe'>) {
  const own = Object.values(pipe);
  return [...own, ...CATALOGUE.filter(({ name }) => !own.some((one) => one.name === name))].map(
    ({ name, standard }) => ({ value: name, label: name, note: standard }),
  );
}

/** The pipe of a name, and what is new to the job with it. */
export function pipeNamed(
  { pipe }: Pick<Plan, 'pipe'>,
  name: string,
): { readonly pipe: Uuid; readonly made: readonly Item[] } {
  const known = Object.values(pipe).find((one) => one.name === name);
  if (known) return { pipe: known.id, made: [] };
  const item = pipeItem(name, newId());
  return { pipe: item.id, made: [item] };
}
