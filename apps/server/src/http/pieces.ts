import { once } from 'node:events';
import type { Response } from 'express';

/** Whoever has asked has gone, or takes in so little that what is read for them is held up. */
export class GivenUp extends Error {}

/** Whoever takes in nothing for so long, or so little that all of it takes so long, is given up, ms. */
const [STALLED, LONGEST] = [3_000, 60_000];

/** Sends JSON as its pieces come, no faster than it is taken in. @throws GivenUp */
export async function sendPieces(response: Response, pieces: AsyncIterable<string>): Promise<void> {
  const until = Date.now() + LONGEST;
  response.type('json');
  for await (const piece of pieces) {
    if (response.destroyed || Date.now() > until) throw new GivenUp();
    if (response.write(piece)) continue;
    await once(response, 'drain', { signal: AbortSignal.timeout(STALLED) }).catch((error: unknown) => {
      throw new GivenUp('nothing is taken in', { cause: error });
    });
  }
  response.end();
}
