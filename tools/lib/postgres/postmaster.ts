import { spawn } from 'node:child_process';
import {
  closeSync,
  existsSync,
  openSync,
  readFileSync,
  readlinkSync,
  realpathSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { Advice, stopping } from '../say';
import type { Identity } from './programs';

/** PostgreSQL's server process on a folder: started, found, stopped. */
export interface Postmaster {
  readonly pid: number;
  readonly port: number;
}

/** A data folder with all that a server on it needs. */
export interface Prepared {
  readonly programs: string;
  readonly data: string;
  /** File that it tells its log to. */
  readonly log: string;
  readonly as: Identity & { readonly cwd: string };
  readonly settings: Readonly<Record<string, string>>;
  readonly urlAt: (port: number) => string;
}

/** The log is begun anew, and the one before kept, at so many bytes. */
const LONG_LOG = 10_000_000;

/**
 * Starts a server on a folder that no server has, and waits until it answers. Nothing holds it to this process: it is
 * stopped by whoever is the last to use it.
 * @param born told at once of the process, before it answers
 */
export async function startPostmaster(
  prepared: Prepared,
  port: number,
  born: (pid: number) => void,
): Promise<Postmaster> {
  const { programs, data, as, settings, urlAt } = prepared;
  const options = { listen_addresses: '127.0.0.1', port: String(port), unix_socket_directories: '', ...settings };
  for (let tries = 0; ; tries += 1) {
    if (stopping()) throw new Advice('PostgreSQL was not started.');
    rmSync(path.join(data, 'postmaster.pid'), { force: true });
    const { file, from } = openLog(prepared.log);
    const server = spawn(
      path.join(programs, 'postgres'),
      ['-D', data, ...Object.entries(options).flatMap(([name, value]) => ['-c', `${name}=${value}`])],
      // A group of its own: Ctrl-C in the terminal reaches us, and we stop it once nothing uses it any more.
      { ...as, stdio: ['ignore', file, file], detached: true },
    );
    closeSync(file);
    server.on('error', () => undefined);
    server.unref();
    if (server.pid !== undefined) born(server.pid);
    if (
      await answering(
        urlAt(port),
        () => server.pid === undefined || server.exitCode !== null || server.signalCode !== null,
      )
    )
      return { pid: server.pid ?? 0, port };
    const said = readFileSync(prepared.log, 'utf8').slice(from);
    // Those that served the one before may take a moment to notice that it was killed.
    if (tries >= 20 || !said.includes('shared memory'))
      throw new Advice(`PostgreSQL did not start. It said, in ${prepared.log}:\n${said.slice(-2_000)}`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

function openLog(log: string): { readonly file: number; readonly from: number } {
  if (existsSync(log) && statSync(log).size > LONG_LOG) renameSync(log, `${log}.1`);
  const file = openSync(log, 'a', 0o600);
  return { file, from: statSync(log).size };
}

/** Waits until the server answers. @returns false where its process has ended */
async function answering(url: string, ended: () => boolean): Promise<boolean> {
  for (let tries = 0; tries < 600; tries += 1) {
    if (ended()) return false;
    const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 2_000 });
    client.on('error', () => undefined);
    try {
      await client.connect();
      await client.end();
      return true;
    } catch {
      await client.end().catch(() => undefined);
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
  throw new Advice('PostgreSQL does not answer.');
}

/**
 * The server that runs on this folder already. Its number in the folder may be left from before, and belong to
 * anything by now, another PostgreSQL too: only a server at work in this very folder is taken for it.
 */
export function runningServer(data: string): Postmaster | undefined {
  const file = path.join(data, 'postmaster.pid');
  if (!existsSync(file)) return undefined;
  const [pid, , , port] = readFileSync(file, 'utf8').split('\n').map(Number);
  if (!pid || !port || !isAlive(pid)) return undefined;
  try {
    return realpathSync(readlinkSync(`/proc/${pid}/cwd`)) === realpathSync(data) ? { pid, port } : undefined;
  } catch {
    // Gone meanwhile; or somebody else's, who may not be looked at, and ours run as we do.
    if (existsSync('/proc/self')) return undefined;
    throw new Advice(`Whether process ${pid} is PostgreSQL on ${data} cannot be seen. If it is not, remove ${file}.`);
  }
}

export function isAlive(pid: number): boolean {
  try {
    return pid > 0 && process.kill(pid, 0);
  } catch (error) {
    // Not ours to signal, but there.
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

export function signal(pid: number, name: NodeJS.Signals): void {
  try {
    process.kill(pid, name);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error;
  }
}

/** Waits until a process is gone. @returns whether it went within so many ms */
export async function gone(pid: number, within: number): Promise<boolean> {
  for (const end = Date.now() + within; isAlive(pid); await new Promise((resolve) => setTimeout(resolve, 20)))
    if (Date.now() > end) return false;
  return true;
}

/** Ends a server: connections are cut, what was kept is written; at once where that takes too long. */
export async function stopPostmaster(pid: number): Promise<void> {
  signal(pid, 'SIGINT');
  if (await gone(pid, 20_000)) return;
  signal(pid, 'SIGQUIT');
  await gone(pid, 10_000);
}
