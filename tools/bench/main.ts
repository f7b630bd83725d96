import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { ROOT } from '../lib/paths';
import { run, say } from '../lib/say';
import type { Row } from './measure';
import type * as core from './core';
import type * as least from './least';
import { holds } from './measure';
import { benchServer } from './server';
import { benchScreen } from './screen';
import { benchSize } from './size';

/**
 * `npm run bench`: the standing budgets as ratios, all from one run; `npm run bench -- Server` one part of them. Ends with 1
 * where one does not hold.
 */
run(async (cleanup) => {
  const rows: Row[] = [];
  const wanted = process.argv.slice(2);
  let failed = false;
  const part = async (name: string, work: () => Promise<Row[]> | Row[]): Promise<void> => {
    if (wanted.length > 0 && !wanted.includes(name)) return;
    say(`${name} …`);
    try {
      rows.push(...(await work()));
    } catch (error) {
      // What was measured before is told all the same.
      failed = true;
      say(error instanceof Error ? (error.stack ?? error.message) : String(error));
    }
  };
  await part('Computation', async () => (await bundled<typeof core>('core')).benchCore());
  await part('Least dig', async () => (await bundled<typeof least>('least')).benchLeast());
  await part('Size', benchSize);
  await part('Screen', () => benchScreen(cleanup));
  await part('Server', () => benchServer(cleanup));
  const width = Math.max(...rows.map(({ name }) => name.length));
  for (const row of rows) {
    process.stdout.write(
      `${holds(row) ? 'ok  ' : 'MISS'}  ${row.name.padEnd(width)}  ${row.value.toFixed(3).padStart(8)}  ${row.keep} ${row.limit}  (${row.detail})\n`,
    );
  }
  return !failed && rows.every(holds) ? 0 : 1;

  /** The computation bundled as the app ships it, without what a development runner adds to every function. */
  async function bundled<Module>(name: string): Promise<Module> {
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
});
