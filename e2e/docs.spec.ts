import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { computedJsonSchema } from '@alveus/core/interchange';
import { RULES } from '@alveus/core';
import { KINDS, planFileJsonSchema } from '@alveus/plan';
import { expect, test } from '@playwright/test';
import { withKinds } from '../tools/lib/kinds-table';
import { withRules } from '../tools/lib/rules-table';
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

test('the list of figures tells of every rule, and of code and tests that are there', () => {
  const document = readFileSync(path.join(ROOT, 'docs', 'figures.md'), 'utf8');
  expect(document).toBe(withRules(document));
  for (const { name } of RULES) expect(document).toContain(`| \`${name}\` |`);
  const [prose = ''] = document.split('## Rules');
  const named = [...prose.matchAll(/`([\w./{},-]+)`/g)].map(([, name = '']) => name);
  const files = named.flatMap((name) => {
    const [, before = '', alternatives, after = ''] = /^(.*)\{([^}]*)\}(.*)$/.exec(name) ?? [];
    return alternatives === undefined ? [name] : alternatives.split(',').map((part) => `${before}${part}${after}`);
  });
  const places = [
    'packages/plan/test',
    'packages/core/test',
    'packages/core/test/support',
    'apps/web/test',
    'e2e',
    '.',
  ];
  const there = (file: string): boolean => {
    const [folder = '', ...rest] = file.split('/');
    const under = {
      core: 'packages/core/src',
      plan: 'packages/plan/src',
      features: 'apps/web/src/features',
      theme: 'apps/web/src/theme',
    }[folder];
    if (under) return existsSync(path.join(ROOT, under, ...rest));
    return places.some((place) => existsSync(path.join(ROOT, place, file)));
  };
  expect(files.length).toBeGreaterThan(100);
  expect(files.filter((file) => !there(file))).toEqual([]);
});

test('no two files of a folder differ only by case or by ending: elsewhere they would be one', () => {
  const folders = ['packages', 'apps', 'tools', 'e2e', 'simulation'];
  const files = folders
    .flatMap(filesUnder)
    .filter((file) => /\.(tsx?|m?js)$/.test(file) && !/\.(test|spec|d)\./.test(file));
  expect(files.length).toBeGreaterThan(700);
  const called = new Map<string, string[]>();
  for (const file of files) {
    const name = file.replace(/\.\w+$/, '').toLowerCase();
    called.set(name, [...(called.get(name) ?? []), file]);
  }
  expect([...called.values()].filter((alike) => alike.length > 1)).toEqual([]);
});

/** Of the repository, without what is installed and built. */
function filesUnder(folder: string): string[] {
  return readdirSync(path.join(ROOT, folder), { withFileTypes: true }).flatMap((entry) => {
    const file = path.join(folder, entry.name);
    if (!entry.isDirectory()) return [file];
    return /^(node_modules|dist|\.expo|\.alveus|test-results)$/.test(entry.name) ? [] : filesUnder(file);
  });
}
