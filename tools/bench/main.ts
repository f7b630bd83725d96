import { fork } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { ROOT } from '../lib/paths';
import { run, say } from '../lib/say';
import type { Row } from './measure';
import type * as core from './core';
import type * as least from './least';
import { holds } from './measure';
import { benchServer } from './server';
import { SCREEN } from './screen';
import { benchSize } from './size';

type Cleanup = (work: () => Promise<void> | void) => void;

const PARTS: Readonly<Record<string, (cleanup: Cleanup) => Promise<Row[]>>> = {
  Computation: async (cleanup) => (await bundled<typeof core>(cleanup, 'core')).benchCore(),
  'Least dig': async (cleanup) => (await bundled<typeof least>(cleanup, 'least')).benchLeast(),
  Size: benchSize,
  ...SCREEN,
  Server: benchServer,
};

/**
 * `npm run bench`: the standing budgets as ratios, all from one run; `npm run bench -- Server` one part of them. Ends with 1
 * where one does not hold.
 */
run(async (cleanup) => {
  const [own] = process.argv.slice(2);
  if (own !== undefined && process.send) {
    process.send(await PARTS[own]?.(cleanup));
    return 0;
  }
  const rows: Row[] = [];
  let failed = false;
  for (const name of Object.keys(PARTS)) {
    if (own !== undefined && own !== name) continue;
    say(`${name} …`);
    const measured = await beside(cleanup, name);
    // What the others measured is told all the same.
    if (measured) rows.push(...measured);
    else failed = true;
  }
  const width = Math.max(...rows.map(({ name }) => name.length));
  for (const row of rows) {
    process.stdout.write(
      `${holds(row) ? 'ok  ' : 'MISS'}  ${row.name.padEnd(width)}  ${row.value.toFixed(3).padStart(8)}  ${row.keep} ${row.limit}  (${row.detail})\n`,
    );
  }
  return !failed && rows.every(holds) ? 0 : 1;
});

/** A part in a process of its own: what one has left in memory weighs on no other. @returns nothing where it fails */
async function beside(cleanup: Cleanup, part: string): Promise<Row[] | undefined> {
  const child = fork(fileURLToPath(import.meta.url), [part], { execArgv: ['--import', 'tsx'], cwd: ROOT });
  const ended = once(child, 'exit');
  cleanup(async () => {
    if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
    await ended;
  });
  let rows: Row[] | undefined;
  child.on('message', (measured: Row[]) => (rows = measured));
  await ended;
  return rows;
}

/** The computation bundled as the app ships it, without what a development runner adds to every function. */
async function bundled<Module>(cleanup: Cleanup, name: string): Promise<Module> {
  // Under the packages that it does not take in, so that it finds them.
  const cache = path.join(ROOT, 'node_modules', '.cache');
  mkdirSync(cache, { recursive: true });
  const folder = mkdtempSync(path.join(cache, 'alveus-bench-'));
  cleanup(() => rmSync(folder, { recursive: true, force: true }));
  const outfile = path.join(folder, `${name}.mjs`);
  await build({
    entryPoints: [path.join(ROOT, 'tools', 'bench', `${name}.ts`)],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile,
    external: ['highs'],
    logLevel: 'error',
  });
  return (await import(pathToFileURL(outfile).href)) as Module;
}
