import { z } from 'zod';
import { Name, ONLY, Share } from '../values';
import { declareKind } from './declare';

/** Soils by how they stand when they are cut: A the firmest, C the loosest. */
export const SOILS = ['rock', 'A', 'B', 'C'] as const;
export const SoilClass = z.enum(SOILS);
export type SoilClass = z.infer<typeof SoilClass>;

/** The soil of the place. Loose = bank × (1 + swell); placed = bank × (1 − shrink). */
export const Native = z.strictObject({
  kind: z.literal('native'),
  id: z.literal(ONLY),
  name: Name,
  swell: Share,
  shrink: z.number().min(0, 'must not be negative').max(0.9, 'more than 90 %'),
  /** As a competent person classed it; taken for the loosest until somebody has. */
  soil: SoilClass.optional(),
  /** What it weighs loose in a truck, kg/m³. */
  density: z.number().min(100, 'lighter than any soil').max(5_000, 'heavier than any soil').optional(),
  /** How flat a heap of it lies: so much out for one up. */
  repose: z.number().min(0.5, 'steeper than any pile stands').max(5, 'flatter than 5:1').optional(),
});
export type Native = z.infer<typeof Native>;

export const native = declareKind({
  kind: 'native',
  schema: Native,
  words: {
    one: 'native soil',
    many: 'native soils',
    fields: {
      name: 'name',
      swell: ['swell', 'share'],
      shrink: ['shrink', 'share'],
      soil: 'type of soil',
      density: ['mass, loose', 'density'],
      repose: ['slope of its pile', 'plain'],
    },
  },
});
