import type * as Code from './splittingCode';

/** Parting runs and joining them, which sheets of several stages ask for: it comes with the first that does, and is there when that shows. */

/** Never stale: a page has one build. */
let code: typeof Code | undefined;

export const loadParting = async (): Promise<void> => {
  code ??= await import('./splittingCode');
};

function loaded(): typeof Code {
  if (!code) throw new Error('it is loaded with its sheet');
  return code;
}

/** As in the core; only where they were loaded before. */
export const splitRun: typeof Code.splitRun = (...asked) => loaded().splitRun(...asked);
export const joinRuns: typeof Code.joinRuns = (...asked) => loaded().joinRuns(...asked);
