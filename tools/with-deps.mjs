/**
 * Runs one of the tools, after making sure that what it needs from npm is installed. Plain JavaScript that needs no
 * package: it is the first thing to run on a machine that has only Node and npm.
 */
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { alone } from './lib/alone.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  process.stderr.write(`Alveus needs Node 20.19 or newer; this is ${process.versions.node}.\n`);
  process.exit(1);
}

/** What runs now, and is told what this process is told. */
let child;
let told;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    told = signal;
    child?.kill(signal);
  });

/** Runs a program to its end; the tool stops in its own order, and this process only waits for it. */
const ran = (name, args, options) =>
  new Promise((resolve) => {
    child = spawn(name, args, options);
    child.on('error', () => resolve(1));
    child.on('exit', (code, signal) => resolve(code ?? (signal === 'SIGINT' ? 130 : 1)));
  });

const lock = readFileSync(join(root, 'package-lock.json'));
const wanted = createHash('sha256').update(lock).update(process.version).digest('hex');
const mark = join(root, 'node_modules', '.alveus-installed');
const installed = () => existsSync(mark) && readFileSync(mark, 'utf8') === wanted;

if (!installed())
  await alone(
    join(root, 'node_modules'),
    async () => {
      if (installed() || told) return;
      process.stderr.write('Installing the packages of the lock file (a few minutes the first time) …\n');
      // What is half there carries no mark.
      rmSync(mark, { force: true });
      const code = await ran('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
        cwd: root,
        stdio: ['ignore', 'ignore', 'inherit'],
        env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
      });
      if (told) return;
      if (code !== 0) {
        process.stderr.write(
          'npm could not install the packages. Is the package registry in reach? Then run the command again.\n',
        );
        process.exit(code);
      }
      mkdirSync(dirname(mark), { recursive: true });
      writeFileSync(mark, wanted);
    },
    () => process.stderr.write('Another start is installing the packages; waiting for it …\n'),
  );
if (told) process.exit(told === 'SIGINT' ? 130 : 143);

const [script, ...rest] = process.argv.slice(2);
process.exit(
  await ran(process.execPath, ['--import', 'tsx', join(root, script ?? ''), ...rest], {
    stdio: 'inherit',
    cwd: process.cwd(),
  }),
);
