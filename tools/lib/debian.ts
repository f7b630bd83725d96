import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { command } from './process';
import { Advice, say } from './say';

/** Installs a Debian package where this user may, and says what to do where not. */
export async function installPackage(name: string, what: string): Promise<void> {
  const root = process.getuid?.() === 0;
  const advice = new Advice(`${what} is missing. Install it and run this again:\n  sudo apt-get install ${name}`);
  if (!existsSync('/usr/bin/apt-get')) throw advice;
  const prefix = root ? [] : ['sudo', '-n'];
  if (!root) {
    await command('sudo', ['-n', 'true']).catch(() => {
      throw advice;
    });
  }
  if (name === 'postgresql' && root) keepDebianFromMakingACluster();
  say(`Installing Debian's ${name} …`);
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = async (...args: string[]): Promise<void> => {
    const [first, ...rest] = [...prefix, 'apt-get', '-qq', '-o', 'DPkg::Lock::Timeout=300', ...args];
    await command(first as string, rest, { env: environment, whole: true });
  };
  await apt('update').catch(() => say('The package lists could not be refreshed; trying with those at hand.'));
  await apt('install', '-y', '--no-install-recommends', name);
}

/** Only the programs are wanted: the package would otherwise make a database of its own and start it. */
function keepDebianFromMakingACluster(): void {
  const file = '/etc/postgresql-common/createcluster.conf';
  if (existsSync(file)) return;
  mkdirSync('/etc/postgresql-common', { recursive: true });
  writeFileSync(file, 'create_main_cluster = false\n');
}
