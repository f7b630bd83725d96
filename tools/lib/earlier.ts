import { existsSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './paths';
import { command } from './process';
import { say } from './say';

/** The app as it was before devices got the storage that they have now, built from the history of this checkout. */

/** What the storage of devices is called since. */
const SINCE = "'alveus-device'";

/** @returns its folder, with its own packages and its web app built; undefined where the history is not there */
export async function earlierApp(): Promise<string | undefined> {
  const git = (...args: string[]): Promise<string> => command('git', args, { cwd: ROOT });
  const commits = await git('log', '--format=%H', '-S', SINCE, '--', 'apps/web/src').catch(() => '');
  const since = commits.trim().split('\n').pop();
  if (!since) {
    say('This checkout has no history: the app of before is not tried.');
    return undefined;
  }
  const folder = path.join(ROOT, '.alveus', 'earlier');
  if (!existsSync(path.join(folder, 'package.json'))) {
    rmSync(folder, { recursive: true, force: true });
    await git('worktree', 'prune');
    await git('worktree', 'add', '--detach', folder, `${since}^`);
  }
  say('Building the app of before (a few minutes the first time) …');
  if (!existsSync(path.join(folder, 'node_modules')))
    await command('npm', ['ci', '--no-audit', '--no-fund'], { cwd: folder });
  await inEarlier(folder, `await (await import('./tools/lib/build.ts')).buildWeb()`);
  return folder;
}

/** Runs a piece of script with the modules of the earlier app. @returns what it printed */
export function inEarlier(folder: string, script: string, env: Readonly<Record<string, string>> = {}): Promise<string> {
  return command(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
    cwd: folder,
    env: { ...process.env, ...env },
  });
}
