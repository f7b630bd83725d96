import path from 'node:path';
import { DEMO_COMPANY, migrate } from '@alveus/server';
import { DATABASE, ensureDatabase, lastingCluster, makeStateFolder, readPasswords, withDatabase } from './cluster';
import { say } from './say';

export interface Database {
  readonly ownerUrl: string;
  readonly appUrl: string;
  stop(): Promise<void>;
}

export const COMPANY = { id: DEMO_COMPANY, name: 'Tansy Hill Drainage' };

/** The database to work with, brought to the newest version: DATABASE_URL if that is set, else our own. */
export async function readyDatabase(): Promise<Database> {
  const given = process.env.DATABASE_URL;
  if (given) {
    const app = givenAppPassword();
    await migrateAloud(given, app);
    return {
      ownerUrl: given,
      appUrl: process.env.APP_DATABASE_URL ?? asAppRole(given, app),
      stop: async () => undefined,
    };
  }
  const cluster = await lastingCluster();
  try {
    const ownerUrl = await ensureDatabase(cluster.ownerUrl, DATABASE);
    await migrateAloud(ownerUrl, cluster.appPassword);
    return { ownerUrl, appUrl: cluster.appUrl(), stop: cluster.stop };
  } catch (error) {
    await cluster.stop();
    throw error;
  }
}

/** The password that this checkout gives the application's role on a server that is not its own. */
export function givenAppPassword(): string {
  return readPasswords(path.join(makeStateFolder(), 'passwords.json')).app;
}

/** The same database, as the role that owns nothing. */
export function asAppRole(ownerUrl: string, password: string, database?: string): string {
  const url = new URL(database === undefined ? ownerUrl : withDatabase(ownerUrl, database));
  url.username = 'alveus_app';
  url.password = password;
  return url.href;
}

async function migrateAloud(ownerUrl: string, appPassword: string): Promise<void> {
  const done = await migrate({ ownerUrl, appPassword, company: COMPANY });
  for (const name of done) say(`Migrated: ${name}`);
}
