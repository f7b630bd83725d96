import type { SpawnOptions } from 'node:child_process';
import { spawn } from 'node:child_process';
import { Advice, stopping } from './say';

/** Runs a command to its end. @throws Advice with what it printed, if it fails; or if the tool was told to stop */
export async function command(
  name: string,
  args: readonly string[],
  options: SpawnOptions & { show?: boolean } = {},
): Promise<string> {
  if (stopping()) throw new Advice(`${name} was not started.`);
  const { show = false, ...rest } = options;
  const child = spawn(name, args, { stdio: ['ignore', show ? 'inherit' : 'pipe', show ? 'inherit' : 'pipe'], ...rest });
  let output = '';
  child.stdout?.on('data', (chunk: Buffer) => (output += chunk.toString()));
  child.stderr?.on('data', (chunk: Buffer) => (output += chunk.toString()));
  const code = await new Promise<number | null>((resolve, reject) => {
    child.on('error', reject);
    child.on('close', resolve);
  });
  if (code !== 0)
    throw new Advice(`${name} ${args.slice(0, 3).join(' ')} ended with ${code}.\n${output.slice(-4_000)}`);
  return output;
}
