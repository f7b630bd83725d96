import { z } from 'zod';
import { LIMITS } from '../limits';
import { Thickness, Uuid } from '../values';
import { Shield, Side } from './cut';
import { declareKind } from './declare';
import { Protection } from './run';
import { LayerMaterial, ThickLayer } from './section';

/** What is filled in round a structure: up to so far over its underside. */
export const FillLayer = z.strictObject({ material: LayerMaterial, over: Thickness });
export type FillLayer = z.infer<typeof FillLayer>;

/** A frame on its own concrete, clear of the shaft under it, so that wheels never bear on that. */
export const Frame = z.strictObject({
  material: Uuid,
  across: Thickness,
  thick: Thickness,
  clear: z.number().min(0, 'must not be negative').max(1, 'more than 1 m'),
});
export type Frame = z.infer<typeof Frame>;

/** Where pipes go into a tank or a box, from its top down to their inverts, and how thick its walls are. */
export const Ports = z.strictObject({ inlet: Thickness, outlet: Thickness, wall: Thickness });
export type Ports = z.infer<typeof Ports>;

/** The hole that is dug at a node for what stands there: how large that is outside, and what goes under and round it. */
export const Hole = z
  .strictObject({
    kind: z.literal('hole'),
    id: Uuid,
    /** Its outside, in plan; a box lies along the run that leaves it. */
    plan: z.discriminatedUnion('by', [
      z.strictObject({ by: z.literal('round'), across: Thickness }),
      z.strictObject({ by: z.literal('box'), along: Thickness, across: Thickness }),
    ]),
    /** Its bottom: from the inside to its underside. */
    floor: Thickness,
    /** From its underside to its top, outside. */
    tall: Thickness,
    /** Of what is set by its ports; what has none stands as low as its lowest invert and its sump take. */
    ports: Ports.optional(),
    /** Outside of the risers from there up. */
    riser: Thickness.optional(),
    /** Room to work in, each side. */
    room: z.number().min(0, 'must not be negative').max(10, 'more than 10 m'),
    /** From the bottom of the hole up to its underside. */
    below: z.array(ThickLayer).max(LIMITS.layers),
    /** From the bottom of the hole up, each to so far over its underside; native soil on top. */
    around: z.array(FillLayer).max(LIMITS.layers),
    /** How its sides are cut, where that does not follow from the protection. */
    side: Side.optional(),
    protection: Protection.optional(),
    shield: Shield.optional(),
    frame: Frame.optional(),
  })
  .superRefine(({ around, plan, riser, frame, ports, tall, floor }, context) => {
    const wrong = (path: string[], message: string): void => context.addIssue({ code: 'custom', path, message });
    around.forEach((layer, index) => {
      const under = around[index - 1];
      if (under && layer.over <= under.over)
        context.addIssue({
          code: 'custom',
          path: ['around', index, 'over'],
          message: 'overlaps the layer below it: it must end higher',
        });
    });
    const least = plan.by === 'round' ? plan.across : Math.min(plan.along, plan.across);
    if (riser !== undefined && riser > least) wrong(['riser'], 'wider than what it sits on');
    if (frame && frame.across <= (riser ?? least) + 2 * frame.clear)
      wrong(['frame', 'across'], 'nothing is left of it outside the shaft and its clearance');
    if (!ports) return;
    if (ports.inlet > ports.outlet) wrong(['ports', 'inlet'], 'below the outlet: it is the wrong way around');
    if (ports.outlet > tall - floor) wrong(['ports', 'outlet'], 'below its floor: it is upside down, or taller');
    if (2 * ports.wall >= least) wrong(['ports', 'wall'], 'two of them leave no room inside');
  });
export type Hole = z.infer<typeof Hole>;

export const hole = declareKind({
  kind: 'hole',
  schema: Hole,
  words: {
    one: 'hole',
    many: 'holes',
    of: 'the hole at',
    fields: {
      plan: 'size outside',
      floor: ['thickness of its bottom', 'thickness'],
      tall: ['height outside', 'thickness'],
      ports: 'inlet and outlet under its top',
      riser: ['outside of its risers', 'thickness'],
      room: ['room each side', 'thickness'],
      below: 'layers under it',
      around: 'layers round it',
      side: 'how its sides are cut',
      protection: 'worker protection',
      shield: 'shield',
      frame: 'frame on its own concrete',
    },
  },
  refs: [
    { field: 'id', to: 'node', then: 'goes' },
    { field: 'below.*.material', to: 'material', then: 'refuses' },
    { field: 'around.*.material', to: 'material', then: 'refuses' },
    { field: 'frame.material', to: 'material', then: 'refuses' },
  ],
});
