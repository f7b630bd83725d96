import { z } from 'zod';

/** The kinds that the uniform locating colours tell apart. */
export const UTILITIES = ['electric', 'gas', 'communication', 'water', 'sewer', 'reclaimed', 'other'] as const;
export const Utility = z.enum(UTILITIES);
export type Utility = z.infer<typeof Utility>;
