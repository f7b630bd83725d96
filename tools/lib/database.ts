import { DEMO_COMPANY, migrate } from '@alveus/server';
import { DATABASE, ensureDatabase, lastingCluster, readPasswords, stateFolder, withDatabase } from './cluster';
import { say } from './say';
import { mkdirSync } from 'node:fs';
import path from 'node:path';

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
    const home = stateFolder();
    mkdirSync(home, { recursive: true, mode: 0o700 });
    const { app } = readPasswords(path.join(home, 'passwords.json'));
    await migrateAloud(given, app);
    return { ownerUrl: given, appUrl: process.env.APP_DATABASE_URL ?? asAppRole(given, app), stop: async () => undefined };
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
