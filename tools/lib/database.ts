import { appUrlOf, DEMO_COMPANY, migrate, troubleWith } from '@alveus/server';
import { DATABASE, ensureDatabase, lastingCluster } from './postgres/cluster';
import { stateFolder } from './postgres/home';
import { passwordsIn } from './postgres/passwords';
import { Advice, say } from './say';

export interface Database {
  readonly ownerUrl: string;
  readonly appUrl: string;
  stop(): Promise<void>;
}

export const COMPANY = { id: DEMO_COMPANY, name: 'Tansy Hill Drainage' };

/** Another PostgreSQL than our own. */
export const givenUrl = (): string | undefined => process.env.DATABASE_URL || undefined;

/** The database to work with, brought to the newest version: DATABASE_URL if that is set, else our own. */
export async function readyDatabase(): Promise<Database> {
  const given = givenUrl();
  if (given !== undefined) {
    const appUrl = await inPlainWords(given, async () => {
      const url = process.env.APP_DATABASE_URL || givenAppUrl(given);
      await migrateAloud(given, url);
      return url;
    });
    return { ownerUrl: given, appUrl, stop: async () => undefined };
  }
  const cluster = await lastingCluster();
  const ownerUrl = await ensureDatabase(cluster.ownerUrl, DATABASE);
  await inPlainWords(ownerUrl, () => migrateAloud(ownerUrl, cluster.appUrl()));
  return { ownerUrl, appUrl: cluster.appUrl(), stop: cluster.stop };
}

/** The application's role on a server that is not this checkout's own. */
export function givenAppUrl(ownerUrl: string): string {
  const { password } = new URL(ownerUrl);
  return appUrlOf(ownerUrl, password ? undefined : passwordsIn(stateFolder()).app);
}

/** @throws Advice in place of what keeps it from the database, where there is a sentence for that */
export async function inPlainWords<T>(ownerUrl: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const words = troubleWith(ownerUrl, 'DATABASE_URL', error);
    throw words === undefined ? error : new Advice(words, { cause: error });
  }
}

async function migrateAloud(ownerUrl: string, appUrl: string): Promise<void> {
  const done = await migrate({ ownerUrl, appUrl, company: COMPANY });
  for (const name of done) say(`Migrated: ${name}`);
}
