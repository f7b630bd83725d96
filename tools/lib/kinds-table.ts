import { KINDS, kindOf, VERSION } from '@alveus/plan';
import type { z } from 'zod';
import { table, withMade } from './made';

/** What docs/plan-format.md says of the kinds, from their declarations. */

function shapeOf(schema: z.ZodType): Readonly<Record<string, z.ZodType>> {
  return (schema as unknown as { shape?: Record<string, z.ZodType> }).shape ?? {};
}

/** Fields in the words of the trade; one with `?` may be left out. */
function fieldsOf(kind: (typeof KINDS)[number]): string {
  const { schema, words } = kindOf(kind);
  const shape = shapeOf(schema);
  return Object.entries<string | readonly [string, string]>(words.fields)
    .map(([field, words]) => {
      const named = `\`${field}\`${shape[field]?.safeParse(undefined).success ? '?' : ''}`;
      const said = typeof words === 'string' ? words : words[0];
      return said === field ? named : `${named} (${said})`;
    })
    .join(', ');
}

function refersTo(kind: (typeof KINDS)[number]): string {
  const to = new Set(
    (kindOf(kind).refs ?? []).map((ref) => (ref.field === 'id' ? `${ref.to}, whose id it has` : ref.to)),
  );
  return [...to].join('; ');
}

const kinds = (): string =>
  table(
    ['kind', 'what it is', 'fields', 'refers to'],
    KINDS.map((kind) => {
      const { words, record } = kindOf(kind);
      const is = record ? `${words.one}: a record, added and never changed` : words.one;
      return [`\`${kind}\``, is, fieldsOf(kind), refersTo(kind)];
    }),
  );

/** docs/plan-format.md with its version and its table of kinds. */
export const withKinds = (document: string): string =>
  withMade(
    document.replace(/"format": "alveus-plan", "version": \d+/, `"format": "alveus-plan", "version": ${VERSION}`),
    kinds(),
  );
