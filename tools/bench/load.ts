import { randomUUID } from 'node:crypto';
import type { Batch, Item } from '@alveus/plan';
import { VERSION } from '@alveus/plan';
import autocannon from 'autocannon';

/** What sends, as a process: told where to and how much, it answers with how many were taken in a second. */

export interface Load {
  readonly url: string;
  /** A path for each client. */
  readonly paths: readonly string[];
  readonly changes: number;
  readonly seconds: number;
}
export type Rate = { readonly rate: number } | { readonly failed: string };

function batchOf(count: number): Batch {
  const changes = Array.from({ length: count }, () => {
    const item: Item = { kind: 'nodeGround', id: randomUUID(), elevation: 12.3456 };
    return { op: 'put' as const, item, base: 0 };
  });
  return { id: randomUUID(), format: VERSION, changes };
}

async function send({ url, paths, changes, seconds }: Load): Promise<Rate> {
  let clients = 0;
  const result = await autocannon({
    url,
    connections: paths.length,
    duration: seconds,
    requests: [
      {
        method: 'POST',
        setupRequest: (request, context: { path?: string }) => {
          context.path ??= paths[clients++ % paths.length] ?? '/';
          return {
            ...request,
            path: context.path,
            body: JSON.stringify(batchOf(changes)),
            headers: { 'Content-Type': 'application/json' },
          };
        },
      },
    ],
  });
  const { non2xx, errors } = result;
  return non2xx + errors > 0
    ? { failed: `${url}: ${non2xx} refused, ${errors} failed` }
    : { rate: result['2xx'] / result.duration };
}

process.on('message', (load: Load) => {
  send(load).then(
    (rate) => process.send?.(rate),
    (error: unknown) => process.send?.({ failed: String(error) }),
  );
});
process.on('disconnect', () => process.exit(0));
