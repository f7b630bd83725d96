import { readFileSync } from 'node:fs';
import path from 'node:path';
import { computedJsonSchema } from '@alveus/core/interchange';
import { planFileJsonSchema } from '@alveus/plan';
import { expect, test } from '@playwright/test';
import { ROOT } from '../tools/lib/paths';

test('the published schemas are those the code checks by; `npm run docs` writes them anew', () => {
  const published = (name: string): unknown =>
    JSON.parse(readFileSync(path.join(ROOT, 'docs', 'schema', `${name}.schema.json`), 'utf8'));
  expect(published('plan-file')).toEqual(JSON.parse(JSON.stringify(planFileJsonSchema())));
  expect(published('computed')).toEqual(JSON.parse(JSON.stringify(computedJsonSchema())));
});
