import { existsSync } from 'node:fs';
import { installPackage } from './debian';
import { Advice } from './say';

/** Debian's Chromium, installed if it is missing; CHROMIUM_PATH names another. @returns its program */
export async function chromium(): Promise<string> {
  const given = process.env.CHROMIUM_PATH;
  if (given) {
    if (!existsSync(given)) throw new Advice(`CHROMIUM_PATH: there is no ${given}.`);
    return given;
  }
  const find = (): string | undefined =>
    ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find((program) => existsSync(program));
  const found = find();
  if (found) return found;
  await installPackage('chromium', 'Chromium');
  const now = find();
  if (!now) throw new Advice('Chromium was installed, but /usr/bin/chromium is not there.');
  return now;
}

/** What it needs to run as any user, without a screen or a network. */
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--font-render-hinting=none',
];
