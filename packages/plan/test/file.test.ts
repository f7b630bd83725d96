import { readFileSync } from 'node:fs';
import path from 'node:path';
import { itemsOf, LIMITS, openPlanFile, planFileJsonSchema, savePlanFile } from '../src';

const DEMO = readFileSync(path.join(__dirname, '../../../demo/tansy-hill.json'), 'utf8');

function opened(text: string) {
  const result = openPlanFile(text);
  if (!result.ok) throw new Error(result.message);
  return result;
}

const complaint = (text: string): string => {
  const result = openPlanFile(text);
  return result.ok ? 'opened' : result.message;
};

const edit = (change: (file: { items: Record<string, unknown>[]; [key: string]: unknown }) => void): string => {
  const file = JSON.parse(DEMO) as { items: Record<string, unknown>[] };
  change(file);
  return JSON.stringify(file);
};

test('saving and opening a plan loses nothing, and saving again gives the same bytes', () => {
  const first = opened(DEMO);
  const text = savePlanFile(first.name, first.plan);
  const again = opened(text);
  expect(again).toEqual(first);
  expect(savePlanFile(again.name, again.plan)).toBe(text);
  expect(itemsOf(first.plan)).toHaveLength((JSON.parse(DEMO) as { items: unknown[] }).items.length);
});

test('a file of version 1 is brought forward: its one water level was the highest', () => {
  const old = {
    format: 'alveus-plan',
    version: 1,
    name: 'Old',
    items: [
      { kind: 'node', id: '20000000-0000-4000-8000-000000000001', name: 'Ditch', form: 'daylight', water: 28.04 },
      { kind: 'node', id: '20000000-0000-4000-8000-000000000002', name: 'Basin', form: 'catch-basin' },
      { kind: 'nodeGround', id: '20000000-0000-4000-8000-000000000002', elevation: 30 },
    ],
  };
  const { plan, name } = opened(JSON.stringify(old));
  expect(name).toBe('Old');
  expect(Object.values(plan.node).map(({ water }) => water)).toEqual([{ high: 28.04 }, undefined]);
  expect(plan.nodeGround['20000000-0000-4000-8000-000000000002']?.elevation).toBe(30);
  // What is saved is of the newest version, and opens as the same.
  expect(opened(savePlanFile(name, plan)).plan).toEqual(plan);
  // The new shape under the old number is not let through.
  expect(complaint(JSON.stringify({ ...old, items: [{ ...old.items[0], water: 'high' }] }))).toMatch(/“Ditch”, water/);
});

test.each<[string, string, RegExp]>([
  ['an empty file', '', /empty/],
  ['a file cut short', DEMO.slice(0, DEMO.length / 2), /breaks off/],
  ['another JSON file', '{"name":"x"}', /not a plan file/],
  ['a list', '[]', /not a plan file/],
  ['a newer version', edit((file) => (file.version = 99)), /version 99.*newer/],
  ['no version', edit((file) => delete file.version), /does not say its version/],
  ['a field nobody knows', edit((file) => (file.colour = 1)), /colour|Unrecognized/],
  ['a length in words', edit((file) => (file.items.find(({ kind }) => kind === 'run')!.length = { from: 'typed', value: 'ten' })), /run “.+”, length/],
  ['a run of no length', edit((file) => (file.items.find(({ kind }) => kind === 'run')!.length = { from: 'typed', value: 0 })), /longer than zero/],
  ['breaks out of order', edit((file) => (file.items.find(({ kind }) => kind === 'runGround')!.breaks = [{ at: 5, elevation: 1 }, { at: 2, elevation: 1 }])), /must go up the run in order/],
  ['two breaks at one place', edit((file) => (file.items.find(({ kind }) => kind === 'runGround')!.breaks = [{ at: 5, elevation: 1 }, { at: 5, elevation: 1 }])), /two ground breaks at one place/],
  ['an item twice', edit((file) => file.items.push(file.items[0]!)), /second line with this id/],
  ['a pipe of no inside', edit((file) => (file.items.find(({ kind }) => kind === 'pipe')!.wall = 1)), /leaves no inside/],
])('%s is refused with its reason', (_what, text, reason) => {
  expect(complaint(text)).toMatch(reason);
});

test('a file of 50 MB is refused before it is read', () => {
  const start = performance.now();
  expect(complaint('x'.repeat(50 * 1024 * 1024))).toMatch(/50 MB.*at most 8/);
  expect(performance.now() - start).toBeLessThan(2_000);
  expect(LIMITS.fileBytes).toBeLessThan(50 * 1024 * 1024);
});

test('the published JSON Schema is of the version that is written', () => {
  const schema = planFileJsonSchema() as { properties: Record<string, { const?: unknown }> };
  expect(schema.properties.format?.const).toBe('alveus-plan');
  expect(schema.properties.version?.const).toBe((JSON.parse(savePlanFile('x', opened(DEMO).plan)) as { version: number }).version);
});
