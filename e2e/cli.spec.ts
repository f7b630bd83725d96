import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Computed } from '@alveus/core/interchange';
import { expect, test } from '@playwright/test';
import { ROOT } from '../tools/lib/paths';

/** The command line, as other programs call it. */

const alveus = (...args: string[]) =>
  spawnSync('npm', ['run', '-s', 'alveus', '--', ...args], { cwd: ROOT, encoding: 'utf8' });
/** What npm starts for it. */
const itself = (...args: string[]) =>
  spawnSync(process.execPath, ['--import', 'tsx', 'tools/cli.ts', ...args], { cwd: ROOT, encoding: 'utf8' });
const file = (text: string): string => {
  const name = test.info().outputPath(`${randomUUID()}.json`);
  writeFileSync(name, text);
  return name;
};

test('compute prints what a plan comes to, in SI, by its published schema', () => {
  const { status, stdout } = alveus('compute', 'demo/tansy-hill.json', '--step', '10');
  expect(status).toBe(0);
  const computed = Computed.parse(JSON.parse(stdout));
  const [run] = computed.lines.find(({ name }) => name === 'Barn storm line')?.runs ?? [];
  expect(run?.lowInvert).toBeCloseTo(28.194, 9);
  expect(run?.stations.some(({ distance }) => distance === 10)).toBe(true);
  expect(computed.lines.find(({ name }) => name === 'Barn storm line')?.complete).toBe(true);
  expect(computed.takeoff.sums.length).toBeGreaterThan(20);
});

test('a bad file gets a sentence on stderr and exit code 1', () => {
  const demo = readFileSync(path.join(ROOT, 'demo/tansy-hill.json'), 'utf8');
  for (const [name, reason] of [
    ['nowhere.json', /there is no such file/],
    [file(demo.slice(0, 999)), /cut off/],
    [file('{}'), /not an Alveus plan/],
    [file(' '.repeat(50 * 1024 * 1024)), /at most 8 MB; this one has 50/],
    [file(demo.replace(/"version": \d+/, '"version": 7777')), /version 7777/],
    [file(demo.replace('"value":', '"value":-')), /at least 1 mm/],
  ] as const) {
    const { status, stdout, stderr } = itself('compute', name);
    expect([status, stdout]).toEqual([1, '']);
    expect(stderr).toMatch(reason);
    expect(stderr).not.toMatch(/\bat .+\.ts:\d+/);
  }
  expect(alveus('compute').status).toBe(1);
  expect(itself('compute', 'demo/tansy-hill.json', '--step', 'wide').status).toBe(1);
});
