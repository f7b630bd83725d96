import { z } from 'zod';
import type { Json } from './declare';
import { Uuid } from '../values';

/**
 * A thing of a plan that this program cannot read: of a kind that a newer one brought, or not as its kind is here. It is
 * in no plan, is judged by nothing and drawn nowhere; it is kept word for word and goes round unharmed, so that the
 * newer program finds it as it left it.
 */
export type Foreign = Json & { readonly kind: string; readonly id: Uuid };

/** What a kind may be called, known here or not. */
export const KindName = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'no name of a kind');

/** Levels to which what passes through may be nested. */
const DEPTH = 24;

export const Foreign: z.ZodType<Foreign> = z
  .looseObject({ kind: KindName, id: Uuid })
  .refine((item) => depthWithin(item, DEPTH), 'nested too deep') as unknown as z.ZodType<Foreign>;

function depthWithin(value: unknown, levels: number): boolean {
  if (typeof value !== 'object' || value === null) return true;
  return levels > 0 && Object.values(value).every((part) => depthWithin(part, levels - 1));
}

export function isJson(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
