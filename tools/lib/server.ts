import type { ChildProcess } from 'node:child_process';
import { fork } from 'node:child_process';
import path from 'node:path';
import { ROOT } from './paths';
import { Advice } from './say';

export interface ServerProcess {
  readonly url: string;
  readonly process: ChildProcess;
  stop(): Promise<void>;
}

/** Starts the server as a process of its own, and waits until it serves. */
export async function startServer(environment: Readonly<Record<string, string>>): Promise<ServerProcess> {
  const child = fork(path.join(ROOT, 'apps', 'server', 'src', 'main.ts'), [], {
    execArgv: ['--import', 'tsx'],
    cwd: ROOT,
    env: { ...process.env, ...environment },
    stdio: ['ignore', 'inherit', 'pipe', 'ipc'],
    detached: true,
  });
  let complaint = '';
  child.stderr?.on('data', (chunk: Buffer) => {
    complaint += chunk.toString();
    process.stderr.write(chunk);
  });
  const exited = new Promise<void>((resolve) => child.on('exit', () => resolve()));
  const url = await Promise.race([
    new Promise<string>((resolve) => child.on('message', (message: { url: string }) => resolve(message.url))),
    exited.then(() => {
      throw new Advice(/EADDRINUSE/.test(complaint) ? 'taken' : 'The server did not start.');
    }),
  ]);
  return {
    url,
    process: child,
    stop: async () => {
      if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
      const timer = setTimeout(() => child.kill('SIGKILL'), 10_000);
      await exited;
      clearTimeout(timer);
    },
  };
}
