/** Progress for whoever watches a tool run; on stderr, so that results can be piped. */
export function say(text: string): void {
  process.stderr.write(`${text}\n`);
}

/** An end that the user can do something about: shown without a stack. */
export class Advice extends Error {}

let stopped = false;
/** Whether the tool was told to stop: nothing new is started then. */
export const stopping = (): boolean => stopped;

/** Runs a tool's main function: clean-ups in reverse order at the end, on Ctrl-C and on failure. */
export function run(main: (cleanup: (work: () => Promise<void> | void) => void) => Promise<number | void>): void {
  const cleanups: (() => Promise<void> | void)[] = [];
  let ending: Promise<void> | undefined;
  const end = (): Promise<void> =>
    (ending ??= (async () => {
      for (const work of cleanups.reverse())
        await Promise.resolve(work()).catch((error: unknown) => say(String(error)));
    })());
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) {
    process.on(signal, () => {
      if (stopped) return;
      stopped = true;
      say('\nStopping …');
      void end().then(() => process.exit(signal === 'SIGINT' ? 130 : 143));
    });
  }
  // Whoever read our output has gone: what was started is stopped all the same.
  process.stdout.on('error', () => {
    if (stopped) return;
    stopped = true;
    void end().then(() => process.exit(1));
  });
  main((work) => cleanups.push(work)).then(
    async (code) => {
      if (stopped) return;
      await end();
      process.exit(code ?? 0);
    },
    async (error: unknown) => {
      if (stopped) return;
      say(
        error instanceof Advice
          ? error.message
          : error instanceof Error
            ? (error.stack ?? error.message)
            : String(error),
      );
      await end();
      process.exit(1);
    },
  );
}
