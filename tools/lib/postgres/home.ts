import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from '../paths';
import { say } from '../say';

/**
 * The folder that holds the database of a checkout. An ordinary user's lies in the checkout and moves with it. Root's
 * server runs as another user, who may not be able to look into the checkout, so its folder lies elsewhere: the checkout
 * says which it is, and the folder says whose it is.
 */
export interface Home {
  readonly folder: string;
  /** What whoever starts should know: that the data came along, or that it did not. */
  readonly news?: string;
}

/** In the checkout: the name of its folder. */
const pointerOf = (checkout: string): string => path.join(checkout, '.alveus', 'data');
/** In the folder: the place of its checkout. */
const ownerOf = (folder: string): string => path.join(folder, 'checkout');

const read = (file: string): string | undefined => (existsSync(file) ? readFileSync(file, 'utf8').trim() : undefined);

/** @param base where the folders of all checkouts lie; none where each lies in its own */
export function homeOf(checkout: string, base: string | undefined): Home {
  if (base === undefined) return { folder: path.join(checkout, '.alveus') };
  const byPlace = createHash('sha256').update(checkout).digest('hex').slice(0, 12);
  const named = read(pointerOf(checkout));
  const folder = path.join(base, named ?? byPlace);
  const was = read(ownerOf(folder));
  if (!existsSync(folder) || was === undefined || was === checkout) return taken(checkout, folder);
  // Another checkout has it, if that one is still there and says so too.
  const theirs = read(pointerOf(was)) === path.basename(folder);
  if (named !== undefined && !theirs) return { ...taken(checkout, folder), news: `The data came along from ${was}.` };
  const fresh = path.join(base, randomBytes(6).toString('hex'));
  return {
    ...taken(checkout, named === undefined || existsSync(path.join(base, byPlace)) ? fresh : path.join(base, byPlace)),
    news: `The data of ${was} stays with it.`,
  };
}

function taken(checkout: string, folder: string): Home {
  // The server's user must be able to pass through what lies above its own folder.
  mkdirSync(path.dirname(folder), { recursive: true, mode: 0o755 });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  mkdirSync(path.dirname(pointerOf(checkout)), { recursive: true });
  writeFileSync(pointerOf(checkout), path.basename(folder));
  writeFileSync(ownerOf(folder), checkout);
  return { folder };
}

/** Folders with data whose checkouts are gone, and where those were. */
export function leftBehind(base: string): readonly { readonly folder: string; readonly was: string }[] {
  if (!existsSync(base)) return [];
  return readdirSync(base).flatMap((name) => {
    const folder = path.join(base, name);
    const was = read(ownerOf(folder));
    return was !== undefined && !existsSync(was) && existsSync(path.join(folder, 'data')) ? [{ folder, was }] : [];
  });
}

const BASE = '/var/lib/alveus';
const base = (): string | undefined => (process.getuid?.() === 0 ? BASE : undefined);

/** The folder of this checkout, or the one that ALVEUS_DATA names. */
export function stateFolder(): string {
  const given = process.env.ALVEUS_DATA;
  if (given) {
    mkdirSync(given, { recursive: true, mode: 0o700 });
    return path.resolve(given);
  }
  const { folder, news } = homeOf(ROOT, base());
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  if (news) say(news);
  return folder;
}

/** Said where there is nothing yet in a folder. */
export function sayEmpty(folder: string): void {
  say(`There is no database of this checkout yet: it starts empty, in ${folder}.`);
  for (const left of base() === undefined ? [] : leftBehind(BASE))
    say(
      `${left.folder} has the data of ${left.was}, which is gone. To go on with it: ALVEUS_DATA=${left.folder} npm start`,
    );
}
