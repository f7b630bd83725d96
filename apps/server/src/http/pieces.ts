import type { Response } from 'express';

/** Whoever has asked has gone, or takes in so little that what is read for them is held up. */
export class GivenUp extends Error {}

/** Whoever takes in nothing for so long, or so little that all of it takes so long, is given up, ms. */
const [STALLED, LONGEST] = [3_000, 60_000];

/** Sends JSON as its pieces come, no faster than it is taken in. @throws GivenUp */
export async function sendPieces(response: Response, pieces: AsyncIterable<string>): Promise<void> {
  const until = Date.now() + LONGEST;
  const wentOn = takenIn(response);
  response.type('json');
  for await (const piece of pieces) {
    if (response.destroyed || Date.now() > until) throw new GivenUp();
    if (!response.write(piece) && !(await wentOn(STALLED))) throw new GivenUp('nothing is taken in');
  }
  response.end();
}

/**
 * Listened for once and for all: what packs an answer is handed the listeners, and they cannot be taken off it again.
 * @returns waits until more is taken in or whoever asked has gone, at most so many ms, and tells whether that was so
 */
function takenIn(response: Response): (atMost: number) => Promise<boolean> {
  let go = (): void => undefined;
  for (const event of ['drain', 'close']) response.on(event, () => go());
  return (atMost) =>
    new Promise((resolve) => {
      const timer = setTimeout(() => resolve(false), atMost);
      go = () => {
        clearTimeout(timer);
        resolve(true);
      };
    });
}
