import type { SpawnOptions } from 'node:child_process';
import { spawn } from 'node:child_process';
import { Advice, atEnd, say, stopping } from './say';

interface Running extends SpawnOptions {
  /** What it prints is shown. */
  readonly show?: boolean;
  /** It would leave something broken if it were cut off: a tool that is told to stop waits for it. */
  readonly whole?: boolean;
}

/** How long a command may take to end, once it is told to, ms. */
const ENDING = 5_000;

/** Runs a command to its end. @throws Advice with what it printed, if it fails; or if the tool was told to stop */
export async function command(name: string, args: readonly string[], options: Running = {}): Promise<string> {
  if (stopping()) throw new Advice(`${name} was not started.`);
  const { show = false, whole = false, ...rest } = options;
  const child = spawn(name, args, {
    stdio: ['ignore', show ? 'inherit' : 'pipe', show ? 'inherit' : 'pipe'],
    // Ctrl-C in the terminal goes to its group.
    detached: whole,
    ...rest,
  });
  let output = '';
  child.stdout?.on('data', (chunk: Buffer) => (output += chunk.toString()));
  child.stderr?.on('data', (chunk: Buffer) => (output += chunk.toString()));
  const ended = new Promise<number | null>((resolve, reject) => {
    child.on('error', reject);
    child.on('close', resolve);
  });
  const done = atEnd(async () => {
    const killing = whole ? undefined : setTimeout(() => child.kill('SIGKILL'), ENDING);
    if (whole) say(`Waiting for ${name}, which must not be cut off …`);
    else child.kill('SIGINT');
    await ended.catch(() => undefined);
    clearTimeout(killing);
  });
  const code = await ended.finally(done);
  if (code !== 0)
    throw new Advice(`${name} ${args.slice(0, 3).join(' ')} ended with ${code}.\n${output.slice(-4_000)}`);
  return output;
}
