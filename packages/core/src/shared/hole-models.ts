import type { Hole, NodeForm, Uuid } from '@alveus/plan';
import { FOOT, INCH } from '../units';

/** Usual outside sizes of what is set into a hole, to begin with: common practice, and typed over from the maker's sheet. */
type Model = Pick<Hole, 'plan' | 'floor' | 'tall' | 'room'> & { readonly riser?: number; readonly bed: number };

const box = (along: number, across: number): Hole['plan'] => ({
  by: 'box',
  along: along * FOOT,
  across: across * FOOT,
});
const round = (across: number): Hole['plan'] => ({ by: 'round', across: across * FOOT });

const BASIN: Model = { plan: box(2.5, 2.5), floor: 4 * INCH, tall: 3 * FOOT, room: FOOT, bed: 6 * INCH };

const MODELS: Partial<Record<NodeForm, Model>> = {
  manhole: { plan: round(4), floor: 6 * INCH, tall: 4 * FOOT, room: FOOT, riser: 2.5 * FOOT, bed: 6 * INCH },
  'catch-basin': BASIN,
  inlet: BASIN,
  structure: BASIN,
  tank: { plan: box(8.5, 5), floor: 4 * INCH, tall: 5.5 * FOOT, room: FOOT, riser: 2 * FOOT, bed: 6 * INCH },
  'd-box': { plan: box(1.5, 1.5), floor: 2 * INCH, tall: FOOT, room: FOOT, bed: 6 * INCH },
  'soak-away': { plan: round(4), floor: 2 * INCH, tall: 3 * FOOT, room: FOOT, bed: FOOT },
  'stand-pipe': { plan: round(0.5), floor: INCH, tall: 2 * FOOT, room: 9 * INCH, bed: 6 * INCH },
  sump: { plan: round(1.5), floor: INCH, tall: 2 * FOOT, room: FOOT, bed: 6 * INCH },
};

/** A hole to begin with for what stands at a node, on a bed of this material, which is filled round it as high as its floor. */
export function holeFor(form: NodeForm, node: Uuid, material: Uuid): Hole {
  const { bed, riser, ...model } = MODELS[form] ?? BASIN;
  return {
    kind: 'hole',
    id: node,
    ...model,
    ...(riser === undefined ? {} : { riser }),
    below: [{ material, thickness: bed }],
    around: [],
  };
}
