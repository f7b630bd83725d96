import { bin, ROOT } from './lib/paths';
import { command } from './lib/process';
import { run, say } from './lib/say';

/**
 * `npm run soak [times]`: the random tests many times over: networks that are split, joined, turned and undone, pretend
 * kinds, files that came to harm (300 a time), a device with five jobs to which everything happens (40 a time).
 */
run(async () => {
  const times = Number(process.argv[2] ?? 34);
  if (!(times >= 1 && times <= 10_000)) {
    say('Use: npm run soak -- [TIMES from 1 to 10000]');
    return 2;
  }
  say(`Every random test ${times} times as long as in npm test …`);
  await command(
    bin('jest'),
    ['--selectProjects', 'core', 'web', '--testPathPattern', '(edits|pretend|mutated|outbox.random).test'],
    {
      cwd: ROOT,
      env: { ...process.env, SOAK: String(times) },
      show: true,
    },
  );
  return 0;
});
