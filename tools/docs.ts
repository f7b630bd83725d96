import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { computedJsonSchema } from '@alveus/core/interchange';
import { planFileJsonSchema } from '@alveus/plan';
import { withKinds } from './lib/kinds-table';
import { ROOT } from './lib/paths';

/** `npm run docs`: the JSON Schemas of the open formats and the table of kinds, from what the code itself checks by. */
const folder = path.join(ROOT, 'docs', 'schema');
mkdirSync(folder, { recursive: true });
for (const [name, schema] of [
  ['plan-file', planFileJsonSchema()],
  ['computed', computedJsonSchema()],
] as const) {
  writeFileSync(path.join(folder, `${name}.schema.json`), `${JSON.stringify(schema, null, 1)}\n`);
}
const format = path.join(ROOT, 'docs', 'plan-format.md');
writeFileSync(format, withKinds(readFileSync(format, 'utf8')));
