import type { ChildProcess } from 'node:child_process';
import { fork } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import path from 'node:path';
import pg from 'pg';
import { ROOT } from '../lib/paths';
import { scratchDatabase, scratchServer } from '../lib/scratch';
import { startServer } from '../lib/server';
import type { Load, Rate } from './load';
import type { Row } from './measure';
import { median } from './measure';

/**
 * The change protocol over HTTP against the least that could be done instead: a bare Express route with one INSERT in a
 * transaction. Both on one database that flushes every commit to disk, both with eight clients. What sends, the bare
 * route and the server are a process each, so that none takes from another what it is measured by.
 */
export async function benchServer(cleanup: (work: () => Promise<void> | void) => void): Promise<Row[]> {
  // Every commit reaches the disk, as it does in earnest.
  const scratch = await scratchServer({ fsync: 'on', synchronous_commit: 'on' });
  cleanup(scratch.stop);
  const database = await scratchDatabase(scratch.ownerUrl);
  cleanup(database.drop);
  const owner = new pg.Client({ connectionString: database.ownerUrl });
  await owner.connect();
  // Beside what the server would not run with: a table without row-level security.
  await owner.query('CREATE SCHEMA bench; CREATE TABLE bench.bare (id uuid PRIMARY KEY, body jsonb NOT NULL)');
  await owner.end();

  const bare = beside('bare', { BARE_DATABASE_URL: database.ownerUrl });
  cleanup(bare.end);
  const [{ url: bareUrl }] = (await once(bare.process, 'message')) as [{ url: string }];
  const server = await startServer({ APP_DATABASE_URL: database.appUrl, PORT: '0', LOG_LEVEL: 'silent' });
  cleanup(server.stop);
  const load = beside('load', {});
  cleanup(load.end);

  /** A job a client: eight crews on eight jobs; new ones each time, or they would come to hold all that a job may. */
  const jobs = (): Promise<string[]> =>
    Promise.all(
      Array.from({ length: CLIENTS }, async () => {
        const id = randomUUID();
        await fetch(`${server.url}/api/jobs`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ id, name: 'Bench' }),
        });
        return `/api/jobs/${id}/changes`;
      }),
    );
  /** Batches taken in a second. @throws where any is not */
  const rate = async (url: string, to: readonly string[], changes: number): Promise<number> => {
    load.process.send({ url, paths: to, changes, seconds: SECONDS } satisfies Load);
    const [answer] = (await once(load.process, 'message')) as [Rate];
    if ('failed' in answer) throw new Error(answer.failed);
    return answer.rate;
  };

  const [single, fifty, plain]: [number[], number[], number[]] = [[], [], []];
  for (let round = 0; round < ROUNDS; round += 1) {
    plain.push(await rate(bareUrl, Array<string>(CLIENTS).fill('/'), 1));
    single.push(await rate(server.url, await jobs(), 1));
    fifty.push(await rate(server.url, await jobs(), 50));
  }
  const ratios = (a: readonly number[], b: readonly number[]): number =>
    median(a.map((value, index) => value / (b[index] as number)));
  const perSecond = (values: readonly number[]): string => `${median(values).toFixed(0)}/s`;
  return [
    {
      name: 'batches of one ÷ bare INSERTs, 8 clients',
      value: ratios(single, plain),
      limit: 0.5,
      keep: 'at least',
      detail: `${perSecond(single)} ÷ ${perSecond(plain)}, median of ${ROUNDS} rounds`,
    },
    {
      name: 'time of a batch of 50 ÷ batch of 1',
      value: ratios(single, fifty),
      limit: 3,
      keep: 'at most',
      detail: `${perSecond(fifty)} against ${perSecond(single)}`,
    },
  ];
}

const CLIENTS = 8;
const ROUNDS = 9;
const SECONDS = 1;

/** One of the files here as a process, which ends with this one. */
function beside(
  name: string,
  environment: Readonly<Record<string, string>>,
): { readonly process: ChildProcess; readonly end: () => void } {
  const child = fork(path.join(ROOT, 'tools', 'bench', `${name}.ts`), [], {
    execArgv: ['--import', 'tsx'],
    cwd: ROOT,
    env: { ...process.env, ...environment },
  });
  return { process: child, end: () => void child.kill() };
}
