/**
 * Runs one of the tools, after making sure that what it needs from npm is installed. Plain JavaScript that
 * imports nothing: it is the first thing to run on a machine that has only Node and npm.
 */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  process.stderr.write(`Alveus needs Node 20.19 or newer; this is ${process.versions.node}.\n`);
  process.exit(1);
}

const lock = readFileSync(join(root, 'package-lock.json'));
const wanted = createHash('sha256').update(lock).update(process.version).digest('hex');
const mark = join(root, 'node_modules', '.alveus-installed');
const installed = existsSync(mark) ? readFileSync(mark, 'utf8') : '';

if (installed !== wanted) {
  process.stderr.write('Installing the packages of the lock file (a few minutes the first time) …\n');
  const result = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
  });
  if (result.status !== 0) {
    process.stderr.write(
      'npm could not install the packages. Is the package registry in reach? Then run the command again.\n',
    );
    process.exit(result.status ?? 1);
  }
  mkdirSync(dirname(mark), { recursive: true });
  writeFileSync(mark, wanted);
}

const [script, ...rest] = process.argv.slice(2);
const child = spawn(process.execPath, ['--import', 'tsx', join(root, script ?? ''), ...rest], {
  stdio: 'inherit',
  cwd: process.cwd(),
});
// The tool stops in its own order; this process only waits for it.
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
child.on('exit', (code, signal) => process.exit(code ?? (signal === 'SIGINT' ? 130 : 1)));
