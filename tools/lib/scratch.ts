import { randomUUID } from 'node:crypto';
import { migrate, roleOf, withDatabase } from '@alveus/server';
import { COMPANY, givenAppUrl, givenUrl } from './database';
import { connected } from './postgres/client';
import { ensureDatabase, passingCluster } from './postgres/cluster';

/** Databases for tests and benchmarks: as many empty ones as are asked for, on a server that goes afterwards. */
export interface Scratch {
  readonly ownerUrl: string;
  stop(): Promise<void>;
}

export async function scratchServer(settings: Readonly<Record<string, string>> = {}): Promise<Scratch> {
  const given = givenUrl();
  return given ? { ownerUrl: given, stop: async () => undefined } : passingCluster(settings);
}

/** PostgreSQL for tests, and what tells them of it. */
export async function testServer(cleanup: (work: () => void | Promise<void>) => void): Promise<NodeJS.ProcessEnv> {
  const scratch = await scratchServer({ fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off' });
  cleanup(scratch.stop);
  // Each test file copies this one, which is quicker than migrating anew.
  const template = await scratchDatabase(scratch.ownerUrl);
  cleanup(template.drop);
  return { ...process.env, TEST_OWNER_URL: scratch.ownerUrl, TEST_TEMPLATE_APP_URL: template.appUrl };
}

export interface ScratchDatabase {
  readonly ownerUrl: string;
  readonly appUrl: string;
  drop(): Promise<void>;
}

/** An empty database at the newest version, with one company. */
export async function scratchDatabase(serverUrl: string): Promise<ScratchDatabase> {
  const name = `alveus_test_${randomUUID().replaceAll('-', '')}`;
  const ownerUrl = await ensureDatabase(serverUrl, name);
  const appUrl = givenAppUrl(ownerUrl);
  await migrate({ ownerUrl, appUrl, company: COMPANY });
  return {
    ownerUrl,
    appUrl,
    drop: () =>
      connected(withDatabase(serverUrl, 'postgres'), async (client) => {
        await client.query(`DROP DATABASE IF EXISTS ${client.escapeIdentifier(name)} WITH (FORCE)`);
        // Other databases that were copied from this one may still go by its role.
        await client.query(`DROP ROLE IF EXISTS ${client.escapeIdentifier(roleOf(name))}`).catch(() => undefined);
      }),
  };
}
