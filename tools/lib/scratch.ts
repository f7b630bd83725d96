import { randomUUID } from 'node:crypto';
import { migrate } from '@alveus/server';
import pg from 'pg';
import type { Cluster } from './cluster';
import { ensureDatabase, passingCluster, withDatabase } from './cluster';
import { asAppRole, COMPANY, givenAppPassword } from './database';

/** Databases for tests and benchmarks: as many empty ones as are asked for, on a server that goes afterwards. */
export interface Scratch {
  readonly ownerUrl: string;
  readonly appPassword: string;
  stop(): Promise<void>;
}

export async function scratchServer(settings: Readonly<Record<string, string>> = {}): Promise<Scratch> {
  const given = process.env.DATABASE_URL;
  if (given) return { ownerUrl: given, appPassword: givenAppPassword(), stop: async () => undefined };
  const cluster: Cluster = await passingCluster(settings);
  return { ownerUrl: cluster.ownerUrl, appPassword: cluster.appPassword, stop: cluster.stop };
}

/** PostgreSQL for tests, and what tells them of it. */
export async function testServer(cleanup: (work: () => void | Promise<void>) => void): Promise<NodeJS.ProcessEnv> {
  const scratch = await scratchServer({ fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off' });
  cleanup(scratch.stop);
  // Each test file copies this one, which is quicker than migrating anew.
  const template = await scratchDatabase(scratch);
  cleanup(template.drop);
  return {
    ...process.env,
    TEST_OWNER_URL: scratch.ownerUrl,
    TEST_APP_PASSWORD: scratch.appPassword,
    TEST_TEMPLATE: new URL(template.ownerUrl).pathname.slice(1),
  };
}

export interface ScratchDatabase {
  readonly ownerUrl: string;
  readonly appUrl: string;
  drop(): Promise<void>;
}

/** An empty database at the newest version, with one company. */
export async function scratchDatabase({
  ownerUrl,
  appPassword,
}: Pick<Scratch, 'ownerUrl' | 'appPassword'>): Promise<ScratchDatabase> {
  const name = `alveus_test_${randomUUID().replaceAll('-', '')}`;
  const url = await ensureDatabase(ownerUrl, name);
  await migrate({ ownerUrl: url, appPassword, company: COMPANY });
  return {
    ownerUrl: url,
    appUrl: asAppRole(url, appPassword),
    drop: async () => {
      const client = new pg.Client({ connectionString: withDatabase(ownerUrl, 'postgres') });
      await client.connect();
      await client.query(`DROP DATABASE IF EXISTS ${client.escapeIdentifier(name)} WITH (FORCE)`);
      await client.end();
    },
  };
}
