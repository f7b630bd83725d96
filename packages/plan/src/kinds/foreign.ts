import { z } from 'zod';
import { LIMITS } from '../limits';
import type { Json } from './declare';
import { Uuid } from '../values';

/**
 * A thing of a plan that this program cannot read: of a kind that a newer one brought, or not as its kind is here. It is
 * in no plan, is judged by nothing and drawn nowhere; it is kept word for word and goes round unharmed, so that the
 * newer program finds it as it left it.
 */
export type Foreign = Json & { readonly kind: string; readonly id: Uuid };

/** What a kind may be called, known here or not. */
export const KindName = z.string().regex(/^[a-z][A-Za-z0-9-]{0,39}$/, 'no name of a kind');

/** Levels to which what passes through may be nested. */
const DEPTH = 24;

const Shape = z
  .looseObject({ kind: KindName, id: Uuid })
  .refine((item) => depthWithin(item, DEPTH), 'nested too deep')
  .refine((item) => lengthOf(item) <= LIMITS.itemBytes, 'more than one thing may be');

/** Gives back what it is given, to the order of its fields. */
export const Foreign = z.unknown().transform((value, context): Foreign => {
  const { error } = Shape.safeParse(value);
  if (!error) return value as Foreign;
  passOn(error, context);
  return z.NEVER;
});

/** What one schema has against a value, said by another. */
export function passOn(error: z.ZodError, context: z.RefinementCtx): void {
  for (const { path, message } of error.issues) context.addIssue({ code: 'custom', path: [...path], message });
}

function depthWithin(value: unknown, levels: number): boolean {
  if (typeof value !== 'object' || value === null) return true;
  return levels > 0 && Object.values(value).every((part) => depthWithin(part, levels - 1));
}

/** Characters of it in JSON, at least. */
function lengthOf(value: unknown): number {
  if (typeof value === 'string') return value.length + 2;
  if (typeof value !== 'object' || value === null) return String(value).length;
  if (Array.isArray(value)) return value.reduce<number>((sum, part) => sum + lengthOf(part), 2);
  return Object.entries(value).reduce((sum, [key, part]) => sum + key.length + 3 + lengthOf(part), 2);
}

export function isJson(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
