import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { computedJsonSchema } from '@alveus/core/interchange';
import { planFileJsonSchema } from '@alveus/plan';
import { withKinds } from './lib/kinds-table';
import { withRules } from './lib/rules-table';
import { ROOT } from './lib/paths';

/** `npm run docs`: the JSON Schemas of the open formats and the tables of kinds and rules, from what the code itself checks by. */
const folder = path.join(ROOT, 'docs', 'schema');
mkdirSync(folder, { recursive: true });
for (const [name, schema] of [
  ['plan-file', planFileJsonSchema()],
  ['computed', computedJsonSchema()],
] as const) {
  writeFileSync(path.join(folder, `${name}.schema.json`), `${JSON.stringify(schema, null, 1)}\n`);
}
for (const [name, made] of [
  ['plan-format', withKinds],
  ['figures', withRules],
] as const) {
  const document = path.join(ROOT, 'docs', `${name}.md`);
  writeFileSync(document, made(readFileSync(document, 'utf8')));
}
