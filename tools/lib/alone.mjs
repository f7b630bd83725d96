import { createHash } from 'node:crypto';
import { createServer } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';

/**
 * Work that only one process of this machine does at a time. The turn is held by a socket without a file: however its
 * holder ends, the system lets go of it. Plain JavaScript, because it is needed before any package is there.
 */

/** How long one waits, ms, before it asks again. */
const AGAIN = 100;

/**
 * @template T
 * @param {string} what that must not be done twice at once: a folder, mostly
 * @param {() => Promise<T>} work
 * @param {() => void} [waits] told once, where somebody else is at it
 * @returns {Promise<T>}
 */
export async function alone(what, work, waits = () => undefined) {
  let told = false;
  for (;;) {
    const turn = await take(`\0alveus-${createHash('sha256').update(what).digest('hex')}`);
    if (turn) {
      try {
        return await work();
      } finally {
        await new Promise((resolve) => turn.close(resolve));
      }
    }
    if (!told) waits();
    told = true;
    await wait(AGAIN);
  }
}

/**
 * @param {string} address
 * @returns {Promise<import('node:net').Server | undefined>} undefined where somebody has it
 */
function take(address) {
  return new Promise((resolve, reject) => {
    const server = createServer((socket) => socket.destroy());
    server.on('error', (error) => {
      if (/** @type {NodeJS.ErrnoException} */ (error).code === 'EADDRINUSE') resolve(undefined);
      else reject(error);
    });
    server.listen(address, () => {
      server.unref();
      resolve(server);
    });
  });
}
