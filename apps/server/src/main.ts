import type { Config } from './config';
import { readConfig } from './config';
import { troubleWith } from './database/trouble';
import type { Running } from './serve';
import { serve } from './serve';

/** The server process: starts, and stops in order on the first SIGINT or SIGTERM, or when whoever started it is gone. */

let running: Running | undefined;
let stopping = false;

function stop(): void {
  if (stopping) return;
  stopping = true;
  // What is not served yet is not waited for.
  if (!running) process.exit(0);
  running.stop().then(
    () => process.exit(0),
    () => process.exit(1),
  );
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, stop);
process.on('disconnect', stop);

/** Ends with this where the port is in use, so that whoever started this process may try another. */
const TAKEN = 98;

async function main(): Promise<number> {
  let config: Config;
  try {
    config = readConfig(process.env);
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n`);
    return 1;
  }
  try {
    running = await serve(config);
  } catch (error) {
    if (stopping) return 0;
    process.stderr.write(`${complaint(error, config)}\n`);
    return (error as { code?: unknown }).code === 'EADDRINUSE' ? TAKEN : 1;
  }
  // Whoever started this process learns the address from here.
  process.send?.({ url: running.url });
  return 0;
}

/** One sentence, where there is one. */
function complaint(error: unknown, { PORT, APP_DATABASE_URL }: Config): string {
  const { code, syscall } = error as { code?: unknown; syscall?: unknown };
  if (syscall === 'listen' && code === 'EADDRINUSE') return `Port ${PORT} is taken. Choose another: PORT=5000`;
  if (syscall === 'listen' && code === 'EACCES')
    return `Port ${PORT} is not for everybody. Choose one above 1023: PORT=5000`;
  return (
    troubleWith(APP_DATABASE_URL, 'APP_DATABASE_URL', error) ?? (error instanceof Error ? error.message : String(error))
  );
}

void main().then((code) => {
  if (code !== 0) process.exit(code);
});
