import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { bin, ROOT, WEB } from './paths';
import { command } from './process';
import { say } from './say';

/** Builds the web app unless the built one is of these very sources. @returns its folder */
export async function buildWeb(): Promise<string> {
  const out = path.join(WEB, 'dist');
  const mark = path.join(out, '.built-from');
  const sources = digest([
    path.join(ROOT, 'package-lock.json'),
    path.join(WEB, 'app.json'),
    path.join(WEB, 'babel.config.js'),
    path.join(WEB, 'metro.config.js'),
    path.join(WEB, 'service-worker.js'),
    ...filesUnder(path.join(WEB, 'src')),
    ...filesUnder(path.join(WEB, 'public')),
    ...filesUnder(path.join(ROOT, 'packages', 'plan', 'src')),
    ...filesUnder(path.join(ROOT, 'packages', 'core', 'src')),
  ]);
  if (existsSync(mark) && readFileSync(mark, 'utf8') === sources) return out;
  say('Building the web app (about a minute) …');
  await command(bin('expo'), ['export', '-p', 'web', '--output-dir', 'dist'], {
    cwd: WEB,
    env: { ...process.env, EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', NODE_ENV: 'production', CI: '1' },
  });
  makeServiceWorker(out);
  writeFileSync(mark, sources);
  return out;
}

/**
 * Writes the service worker with the list of files it keeps. The app must open without the server: what was
 * kept on the device has to be in reach in a trench without signal.
 */
function makeServiceWorker(out: string): void {
  const files = filesUnder(out).filter((file) => !/(^|\/)(sw\.js|\.built-from|metadata\.json)$/.test(file) && !file.endsWith('.map'));
  const version = digest(files).slice(0, 20);
  const addresses = files.map((file) => `/${path.relative(out, file).split(path.sep).join('/')}`);
  const template = readFileSync(path.join(WEB, 'service-worker.js'), 'utf8');
  writeFileSync(
    path.join(out, 'sw.js'),
    template.replace("'%VERSION%'", JSON.stringify(version)).replace("['%FILES%']", JSON.stringify(addresses)),
  );
}

function filesUnder(folder: string): string[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.join(entry.parentPath, entry.name))
    .sort();
}

function digest(files: readonly string[]): string {
  const hash = createHash('sha256');
  for (const file of files) {
    if (!existsSync(file)) continue;
    hash.update(path.relative(ROOT, file)).update('\0').update(readFileSync(file));
  }
  return hash.digest('hex');
}
