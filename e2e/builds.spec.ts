import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { keepServing, ownFiles, setByFiles } from '../tools/lib/builds';

/** A new build takes no file away from a page that is open. */

test('the files of the two builds before are served beside those of the newest, and are no part of it', () => {
  const home = mkdtempSync(path.join(tmpdir(), 'alveus-builds-'));
  const [out, before] = [path.join(home, 'dist'), path.join(home, 'before')];
  const part = (build: number): string => `stage-${String(build).repeat(32)}.js`;
  const build = (number: number): void => {
    setByFiles(out, before);
    rmSync(out, { recursive: true, force: true });
    mkdirSync(out);
    writeFileSync(path.join(out, 'index.html'), `build ${number}`);
    writeFileSync(path.join(out, part(number)), `part ${number}`);
    keepServing(out, before);
  };
  const served = (): string[] => readdirSync(out).filter((file) => file.endsWith('.js'));
  for (const [number, expected] of [
    [1, [1]],
    [2, [1, 2]],
    [3, [1, 2, 3]],
    [4, [2, 3, 4]],
  ] as const) {
    build(number);
    expect(served()).toEqual(expected.map(part));
    expect(ownFiles(out).map((file) => path.basename(file))).toEqual(['index.html', part(number)]);
  }
  rmSync(home, { recursive: true });
});
