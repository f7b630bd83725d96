import { bin, ROOT } from './lib/paths';
import { command } from './lib/process';
import { buildWeb } from './lib/build';
import { chromium } from './lib/browser';
import { earlierApp } from './lib/earlier';
import { run, say } from './lib/say';
import { testServer } from './lib/scratch';

/**
 * `npm run soak [times]`: the random tests many times over: networks that are split, joined, turned and undone, pretend
 * kinds, plans in disguise, take-offs and water at rest, the least dig of networks and of jobs, files that came to harm (300 a time), a device with five jobs to which everything happens and two devices on one
 * job (15 a time each), on a real server. Then starts that are cut off, 100 kills of the server and 20 of PostgreSQL under load, half a
 * gigabyte of legal batches; every view in every light, and what a page of the app of before keeps, under the new one.
 */
run(async (cleanup) => {
  const times = Number(process.argv[2] ?? 68);
  if (!(times >= 1 && times <= 10_000)) {
    say('Use: npm run soak -- [TIMES from 1 to 10000]');
    return 2;
  }
  say(`Every random test ${times} times as long as in npm test …`);
  const environment = await testServer(cleanup);
  await command(
    bin('jest'),
    [
      '--selectProjects',
      'core',
      'simulation',
      '--testPathPattern',
      '(edits|evaluate|sound|pretend|mutated|disguised|pulled|at-rest|takeoff|least|dig|dig-room|ways-out|outbox.random|day.random).test',
    ],
    {
      cwd: ROOT,
      env: { ...environment, SOAK: String(times) },
      show: true,
    },
  );
  const inBrowser = async (files: string, more: NodeJS.ProcessEnv): Promise<void> => {
    await command(bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts', '--reporter', 'list', files], {
      cwd: ROOT,
      env: { ...environment, WEB_DIR: await buildWeb(), CHROMIUM_PATH: await chromium(), ...more },
      show: true,
    });
  };
  say('Starts that are cut off, servers that are killed, and as much as may be sent …');
  await inBrowser('(starts|killed|bounds).spec', { SOAK: '1' });
  say('Every view in every light …');
  await inBrowser('every-view', { EVERY_LIGHT: '1' });
  const earlier = await earlierApp();
  if (!earlier) return 0;
  say('What the app of before kept, under the new one …');
  await inBrowser('soak/', { EARLIER_DIR: earlier });
  return 0;
});
