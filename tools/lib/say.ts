/** Progress for whoever watches a tool run; on stderr, so that results can be piped. */
export function say(text: string): void {
  process.stderr.write(`${text}\n`);
}

/** An end that the user can do something about: shown without a stack. */
export class Advice extends Error {}

type Work = () => Promise<void> | void;
const cleanups: Work[] = [];

/**
 * What has to be done however the tool ends: on its own, on Ctrl-C or by a failure; the last first. Whoever starts
 * something says so in the same breath, so that there is no moment at which it would be left running.
 * @returns says that there is no need any more
 */
export function atEnd(work: Work): () => void {
  cleanups.push(work);
  return () => {
    const at = cleanups.indexOf(work);
    if (at >= 0) cleanups.splice(at, 1);
  };
}

let stopped = false;
/** Whether the tool was told to stop: nothing new is started then. */
export const stopping = (): boolean => stopped;

let ending: Promise<void> | undefined;
const end = (): Promise<void> =>
  (ending ??= (async () => {
    // What is begun meanwhile is in the list as well.
    for (let work = cleanups.pop(); work; work = cleanups.pop())
      await Promise.resolve(work()).catch((error: unknown) => say(String(error)));
  })());

/** Runs a tool's main function: clean-ups at the end, on Ctrl-C and on failure. */
export function run(main: (cleanup: (work: Work) => void) => Promise<number | void>): void {
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
  main(atEnd).then(
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
