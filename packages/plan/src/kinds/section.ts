import { z } from 'zod';
import { LIMITS } from '../limits';
import { Name, Thickness, Uuid } from '../values';
import { declareKind } from './declare';

/** The trench section: how wide, and what lies in it from the bottom up. */

/** What a layer is made of: one of the plan's materials, or the soil that came out of the trench. */
export const LayerMaterial = z.union([Uuid, z.literal('native')]);
export type LayerMaterial = z.infer<typeof LayerMaterial>;

const Room = z.number().min(0, 'must not be negative').max(10, 'more than 10 m');

/** How the trench's width follows. Every rule gives one width per run, with vertical sides. */
export const WidthRule = z.discriminatedUnion('rule', [
  /** A bucket; its teeth may reach out of it, each side. */
  z.strictObject({ rule: z.literal('fixed'), width: Thickness, teeth: Room.optional() }),
  z.strictObject({ rule: z.literal('room'), each: Room, beside: z.enum(['outside', 'nominal']) }),
  z.strictObject({ rule: z.literal('d2321') }),
  z.strictObject({ rule: z.literal('en1610') }),
]);
export type WidthRule = z.infer<typeof WidthRule>;

/** Marks a layer above the pipe's underside may end at. */
export const MARKS = ['invert', 'springline', 'crown', 'ground'] as const;
export const Mark = z.enum(MARKS);
export type Mark = z.infer<typeof Mark>;

export const ThickLayer = z.strictObject({ material: LayerMaterial, thickness: Thickness });
export type ThickLayer = z.infer<typeof ThickLayer>;

export const UpToLayer = z.strictObject({
  material: LayerMaterial,
  /** The layer ends here: so far above (or, negative, below) the mark. */
  upTo: z.strictObject({ mark: Mark, offset: z.number().min(-30).max(30) }),
});
export type UpToLayer = z.infer<typeof UpToLayer>;

/**
 * Filter fabric: closed round what is bought, which it parts from the soil, with a lap where it closes; laid over it only,
 * and turned down by the lap; or drawn over the pipe as a sock.
 */
export const Fabric = z.discriminatedUnion('laid', [
  z.strictObject({ laid: z.literal('round'), lap: Room }),
  z.strictObject({ laid: z.literal('over'), lap: Room }),
  z.strictObject({ laid: z.literal('sock') }),
]);
export type Fabric = z.infer<typeof Fabric>;

export const Section = z
  .strictObject({
    kind: z.literal('section'),
    id: Uuid,
    name: Name,
    /** The section of the company that it was copied from, and in which of its versions. */
    from: z.strictObject({ section: Uuid, version: z.number().int().min(1).max(1_000_000) }).optional(),
    width: WidthRule,
    /** So far the trench goes on past the free end of its pipe, where a bed is wider than its pipes are long. */
    beyond: Room.optional(),
    /** Wider where pipe is joined: so much each side, over a length at each joint. */
    joints: z.strictObject({ each: Room, along: Thickness }).optional(),
    /** Foundation and bedding, from the trench bottom up to the pipe's underside. */
    below: z.array(ThickLayer).max(LIMITS.layers),
    /** Haunch, side and overlay, from the pipe's underside up, each to a mark. */
    above: z.array(UpToLayer).max(LIMITS.layers),
    /** Sod, topsoil, pavement: from the ground down, each keeping its thickness. */
    surface: z.array(ThickLayer).max(LIMITS.layers),
    fabric: Fabric.optional(),
    /** Laid over the pipe so that it is found again. */
    tape: z.literal(true).optional(),
    wire: z.literal(true).optional(),
  })
  .superRefine((section, context) => {
    section.above.forEach((layer, index) => {
      const under = section.above[index - 1];
      if (under && !endsAbove(under, layer)) {
        context.addIssue({
          code: 'custom',
          path: ['above', index, 'upTo'],
          message: 'overlaps the layer below it: it must end higher',
        });
      }
    });
  });
export type Section = z.infer<typeof Section>;

/** Whether `upper` certainly does not end below `lower`. Between unlike marks that depends on the pipe, and core judges it. */
function endsAbove(lower: UpToLayer, upper: UpToLayer): boolean {
  if (lower.upTo.mark === upper.upTo.mark) return upper.upTo.offset > lower.upTo.offset;
  const sameSide = upper.upTo.offset >= 0 && lower.upTo.offset <= 0;
  return !sameSide || MARKS.indexOf(upper.upTo.mark) > MARKS.indexOf(lower.upTo.mark);
}

export const section = declareKind({
  kind: 'section',
  schema: Section,
  words: {
    one: 'trench section',
    many: 'trench sections',
    fields: {
      name: 'name',
      from: 'company section it was copied from',
      width: 'width',
      beyond: ['beyond the ends of the pipe', 'distance'],
      joints: 'wider at the joints',
      below: 'layers under the pipe',
      above: 'layers around the pipe',
      surface: 'surface layers',
      fabric: 'fabric',
      tape: 'marking tape',
      wire: 'tracer wire',
    },
  },
  refs: [
    { field: 'below.*.material', to: 'material', then: 'refuses' },
    { field: 'above.*.material', to: 'material', then: 'refuses' },
    { field: 'surface.*.material', to: 'material', then: 'refuses' },
  ],
});
