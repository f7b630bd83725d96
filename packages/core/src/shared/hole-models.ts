import type { Hole, HoleModel, NodeForm, Uuid } from '@alveus/plan';
import { formOf } from '@alveus/plan';

/** A hole to begin with for what stands at a node, on a bed of this material; of a form that has none, as for a catch basin. */
export function holeFor(form: NodeForm, node: Uuid, material: Uuid): Hole {
  const { bed, stone, ...model } = (formOf(form).hole ?? formOf('catch-basin').hole) as HoleModel;
  const around = stone === undefined ? [] : [{ material, over: stone }];
  return { kind: 'hole', id: node, ...model, below: [{ material, thickness: bed }], around };
}

/** How much further down than the invert the hole goes that is usually dug for what a line ends in, m. */
export function underInvert(form: NodeForm): number {
  const { hole, sump = 0, existing } = formOf(form);
  return hole && !existing ? sump + hole.floor + hole.bed : 0;
}
