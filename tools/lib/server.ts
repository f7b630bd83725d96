import type { ChildProcess } from 'node:child_process';
import { fork } from 'node:child_process';
import path from 'node:path';
import { ROOT } from './paths';
import { Advice, atEnd } from './say';

export interface ServerProcess {
  readonly url: string;
  readonly process: ChildProcess;
  /** Once it is no more. */
  readonly ended: Promise<void>;
  stop(): Promise<void>;
}

/** The port that it was to have is in use. */
export class PortTaken extends Advice {}

/** What the server ends with then. */
const TAKEN = 98;

/** Starts the server as a process of its own, and waits until it serves. @throws Advice with what it complains of */
export async function startServer(environment: Readonly<Record<string, string>>): Promise<ServerProcess> {
  const child = fork(path.join(ROOT, 'apps', 'server', 'src', 'main.ts'), [], {
    // Room for what lives as long as a request, so that it is not swept several times while it does.
    execArgv: ['--import', 'tsx', '--max-semi-space-size=32'],
    cwd: ROOT,
    env: { ...process.env, ...environment },
    stdio: ['ignore', 'inherit', 'pipe', 'ipc'],
    detached: true,
  });
  const exited = new Promise<void>((resolve) => {
    child.on('exit', () => resolve());
    child.on('error', () => resolve());
  });
  const stop = async (): Promise<void> => {
    if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
    const timer = setTimeout(() => child.kill('SIGKILL'), 10_000);
    await exited;
    clearTimeout(timer);
  };
  const done = atEnd(stop);
  let complaint = '';
  let serving = false;
  child.stderr?.on('data', (chunk: Buffer) => {
    if (serving) process.stderr.write(chunk);
    else complaint += chunk.toString();
  });
  const url = await Promise.race([
    new Promise<string>((resolve) => child.on('message', (message: { url: string }) => resolve(message.url))),
    exited.then(() => {
      done();
      const words = complaint.trim() || 'The server did not start.';
      throw child.exitCode === TAKEN ? new PortTaken(words) : new Advice(words);
    }),
  ]);
  serving = true;
  process.stderr.write(complaint);
  void exited.then(done);
  return { url, process: child, ended: exited, stop };
}
