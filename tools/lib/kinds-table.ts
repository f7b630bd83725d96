import { KINDS, kindOf, VERSION } from '@alveus/plan';
import type { z } from 'zod';

/** What docs/plan-format.md says of the kinds, from their declarations. */

const [BEGIN, END] = ['<!-- made from the declarations by `npm run docs` -->', '<!-- to here -->'];

function shapeOf(schema: z.ZodType): Readonly<Record<string, z.ZodType>> {
  return (schema as unknown as { shape?: Record<string, z.ZodType> }).shape ?? {};
}

/** Fields in the words of the trade; one with `?` may be left out. */
function fieldsOf(kind: (typeof KINDS)[number]): string {
  const { schema, words } = kindOf(kind);
  const shape = shapeOf(schema);
  return Object.entries<string | readonly [string, string]>(words.fields)
    .map(([field, told]) => {
      const named = `\`${field}\`${shape[field]?.safeParse(undefined).success ? '?' : ''}`;
      const said = typeof told === 'string' ? told : told[0];
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

const table = (): string =>
  [
    '| kind | what it is | fields | refers to |',
    '| --- | --- | --- | --- |',
    ...KINDS.map((kind) => {
      const { words, record } = kindOf(kind);
      const is = record ? `${words.one}: a record, added and never changed` : words.one;
      return `| \`${kind}\` | ${is} | ${fieldsOf(kind)} | ${refersTo(kind)} |`;
    }),
  ].join('\n');

/** The document with what follows from the declarations put in. @throws where it has no place for that */
export function withKinds(document: string): string {
  const [before, rest] = document.split(BEGIN);
  const after = rest?.split(END)[1];
  if (before === undefined || after === undefined) throw new Error(`docs/plan-format.md has no ${BEGIN} … ${END}`);
  const head = before.replace(
    /"format": "alveus-plan", "version": \d+/,
    `"format": "alveus-plan", "version": ${VERSION}`,
  );
  return `${head}${BEGIN}\n\n${table()}\n\n${END}${after}`;
}
