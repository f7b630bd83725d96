import { existsSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { installPackage } from '../debian';
import { command } from '../process';
import { Advice } from '../say';

/** Debian's PostgreSQL: where its programs are, and as whom they run. */

/** Folder of the programs of the newest PostgreSQL there is, installed if there is none. */
export async function postgresPrograms(): Promise<string> {
  const found = find();
  if (found) return found;
  await installPackage('postgresql', 'PostgreSQL');
  const now = find();
  if (!now) throw new Advice('PostgreSQL was installed, but its programs are not under /usr/lib/postgresql.');
  return now;
}

function find(): string | undefined {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
  return versions
    .map((version) => path.join(base, version, 'bin'))
    .find((folder) => existsSync(path.join(folder, 'initdb')) && existsSync(path.join(folder, 'postgres')));
}

export interface Identity {
  readonly uid?: number;
  readonly gid?: number;
}

/** The server refuses to run as root: a root user's runs as the user `postgres`. */
export async function postgresIdentity(): Promise<Identity> {
  if (process.getuid?.() !== 0) return {};
  await postgresPrograms();
  const id = async (flag: string): Promise<number> => Number((await command('id', [flag, 'postgres'])).trim());
  return { uid: await id('-u'), gid: await id('-g') };
}
