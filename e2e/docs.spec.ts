import { readFileSync } from 'node:fs';
import path from 'node:path';
import { computedJsonSchema } from '@alveus/core/interchange';
import { KINDS, planFileJsonSchema } from '@alveus/plan';
import { expect, test } from '@playwright/test';
import { withKinds } from '../tools/lib/kinds-table';
import { ROOT } from '../tools/lib/paths';

test('the published schemas are those the code checks by; `npm run docs` writes them anew', () => {
  const published = (name: string): unknown =>
    JSON.parse(readFileSync(path.join(ROOT, 'docs', 'schema', `${name}.schema.json`), 'utf8'));
  expect(published('plan-file')).toEqual(JSON.parse(JSON.stringify(planFileJsonSchema())));
  expect(published('computed')).toEqual(JSON.parse(JSON.stringify(computedJsonSchema())));
});

test('the plan format tells of every kind and field that there is, and of the version', () => {
  const document = readFileSync(path.join(ROOT, 'docs', 'plan-format.md'), 'utf8');
  expect(document).toBe(withKinds(document));
  for (const kind of KINDS) expect(document).toContain(`| \`${kind}\` |`);
});
