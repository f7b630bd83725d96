import type { Hole, HoleModel, NodeForm, Uuid } from '@alveus/plan';
import { formOf } from '@alveus/plan';

/** A hole to begin with for what stands at a node, on a bed of this material; of a form that has none, as for a catch basin. */
export function holeFor(form: NodeForm, node: Uuid, material: Uuid): Hole {
  const { bed, ...model } = (formOf(form).hole ?? formOf('catch-basin').hole) as HoleModel;
  return { kind: 'hole', id: node, ...model, below: [{ material, thickness: bed }], around: [] };
}
