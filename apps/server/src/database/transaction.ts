import { availableParallelism } from 'node:os';
import type { Uuid } from '@alveus/plan';
import type pg from 'pg';
import { isAway, NotKnown } from './away';
import { Gate, Turns } from './gate';

/** The database as one company sees it, a transaction at a time. */

export type Client = pg.PoolClient;

/** Held by all who write items, and alone by who brings them to another format. */
export const FORMAT_LOCK = 7_264_001;

/**
 * What is done in one transaction.
 * @param last sends its last statement: that goes out together with the end of the transaction
 */
export type Work<T> = (client: Client, last: (statement: Promise<unknown>) => void) => Promise<T>;

/**
 * Runs work in one transaction that sees only the company's rows. It commits when the work returns and
 * leaves nothing behind when it throws.
 * @param locked a job that only one transaction at a time may work on. The lock comes before the first thing
 * read, so that what is read is what the one before left.
 */
export async function asCompany<T>(pool: pg.Pool, company: Uuid, work: Work<T>, locked?: Uuid): Promise<T> {
  if (locked === undefined) return transaction(pool, company, work);
  const { turns, places } = waysOf(pool);
  // Those who wait for one job must not hold the connections that the others need.
  return turns.run(`${company} ${locked}`, () => places.run(() => transaction(pool, company, work, { locked })));
}

/** Reads in one transaction that sees the company's rows as they are at one moment, whatever goes on beside it. */
export const asSnapshot = <T>(pool: pg.Pool, company: Uuid, work: Work<T>): Promise<T> =>
  transaction(pool, company, work, { mode: ' ISOLATION LEVEL REPEATABLE READ READ ONLY' });

/** Batches of one job that may wait, or of all jobs, and how long one does, ms. */
const [MOST_WAITING, MOST_WAITING_IN_ALL, LONGEST_WAIT] = [64, 1_024, 10_000];
/** More than this at work at once, for each core, only take it from one another; one that is held up is no longer counted, ms. */
const [FOR_EACH_CORE, HELD_UP] = [2, 200];

interface Ways {
  readonly turns: Turns;
  readonly places: Gate;
}

/** One for each pool of connections, for as long as that is open. */
const ways = new WeakMap<pg.Pool, Ways>();

function waysOf(pool: pg.Pool): Ways {
  let own = ways.get(pool);
  if (!own) {
    own = {
      turns: new Turns(MOST_WAITING, LONGEST_WAIT),
      places: new Gate(FOR_EACH_CORE * availableParallelism(), MOST_WAITING_IN_ALL, LONGEST_WAIT, HELD_UP),
    };
    ways.set(pool, own);
  }
  return own;
}

async function transaction<T>(
  pool: pg.Pool,
  company: Uuid,
  work: Work<T>,
  { locked, mode = '' }: { readonly locked?: Uuid; readonly mode?: string } = {},
): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    const own = `set_config('alveus.company', ${client.escapeLiteral(company)}, true)`;
    const lock =
      locked === undefined
        ? ''
        : `, pg_advisory_xact_lock_shared(${FORMAT_LOCK}), pg_advisory_xact_lock(hashtextextended(${client.escapeLiteral(company + locked)}, 0))`;
    const begun = client.query(`BEGIN${mode}; SELECT ${own}${lock}`);
    const ending: Promise<unknown>[] = [];
    // Where the beginning fails, all that was sent after it fails as well, and keeps nothing.
    const [, value] = await settled([begun, work(client, (statement) => ending.push(statement))]);
    ending.push(client.query('COMMIT'));
    await settled(ending).catch((error: unknown) => {
      throw isAway(error) ? new NotKnown('the answer to COMMIT is lost', { cause: error }) : error;
    });
    return value;
  } catch (error) {
    // What is gone cannot be asked to put anything back, and would only be waited for.
    if (error instanceof NotKnown || isAway(error)) broken = error as Error;
    else
      await client.query('ROLLBACK').catch((failure: Error) => {
        broken = failure;
      });
    throw error;
  } finally {
    client.release(broken);
  }
}

/**
 * Waits for all, however the first of them ends: a connection is given back once nothing is under way on it.
 * @throws the first in their order that failed
 */
async function settled<T extends readonly unknown[] | []>(
  many: T,
): Promise<{ -readonly [P in keyof T]: Awaited<T[P]> }> {
  await Promise.allSettled(many);
  return Promise.all(many);
}
