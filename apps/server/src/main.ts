import { readConfig } from './config';
import { serve } from './serve';

/** The server process: starts, and stops in order on the first SIGINT or SIGTERM. */
async function main(): Promise<void> {
  const running = await serve(readConfig(process.env));
  // Whoever started this process learns the address from here.
  process.send?.({ url: running.url });
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    running.stop().then(
      () => process.exit(0),
      () => process.exit(1),
    );
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  process.on('disconnect', stop);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
