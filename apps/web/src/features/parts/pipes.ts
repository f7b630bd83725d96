import { CATALOGUE, pipeItem } from '@alveus/core';
import type { Item, Plan, Uuid } from '@alveus/plan';
import { newId } from '../../sync/ids';

type Pipes = Pick<Plan, 'pipe'>;

/** The pipe of the job first, each by its id, for two may be called the same; then the catalogue, by name. */
export function pipeOptions({ pipe }: Pipes) {
  const own = Object.values(pipe);
  const others = CATALOGUE.filter(({ name }) => !own.some((pipe) => pipe.name === name));
  return [
    ...own.map(({ id, name, standard }) => ({ value: id, label: name, note: standard })),
    ...others.map(({ name, standard }) => ({ value: name, label: name, note: standard })),
  ];
}

/** By what a pipe of a name stands among the options. */
export const pipeOption = ({ pipe }: Pipes, name: string): string =>
  Object.values(pipe).find((pipe) => pipe.name === name)?.id ?? name;

/** The pipe of an option, and what is new to the job with it. */
export function pipeOf(
  { pipe }: Pipes,
  option: string,
): { readonly pipe: Uuid; readonly name: string; readonly made: readonly Item[] } {
  const known = pipe[option];
  if (known) return { pipe: known.id, name: known.name, made: [] };
  const item = pipeItem(option, newId());
  return { pipe: item.id, name: item.name, made: [item] };
}
