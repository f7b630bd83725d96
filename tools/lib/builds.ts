import { cpSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/**
 * A page that is open asks for the parts of its own build when they are first shown. So the files of earlier builds are
 * served beside those of the newest: those whose names carry a digest of what is in them, which can lie together.
 */

/** Builds before the newest whose files are still served. */
const KEPT = 2;

/** Names the files of one build, in its folder. */
const OWN = '.own-files.json';

export const DIGEST = /[-.][0-9a-f]{32}\./;

/** The files that a build is made of, without those of earlier ones. */
export function ownFiles(out: string): string[] {
  const list = path.join(out, OWN);
  if (!existsSync(list)) return filesUnder(out);
  return (JSON.parse(readFileSync(list, 'utf8')) as string[]).map((file) => path.join(out, file));
}

/** Sets by the files of the build that is about to be replaced. */
export function setByFiles(out: string, before: string): void {
  if (!existsSync(path.join(out, OWN))) return;
  const all = existsSync(before) ? readdirSync(before).map(Number) : [];
  const into = path.join(before, String(Math.max(0, ...all) + 1));
  for (const file of ownFiles(out).filter((file) => DIGEST.test(file) && existsSync(file)))
    cpSync(file, path.join(into, path.relative(out, file)));
  if (!existsSync(before)) return;
  const kept = readdirSync(before).sort((a, b) => Number(a) - Number(b));
  for (const old of kept.slice(0, -KEPT)) rmSync(path.join(before, old), { recursive: true });
}

/** Puts the files of earlier builds beside those of the newest. */
export function keepServing(out: string, before: string): void {
  writeFileSync(path.join(out, OWN), JSON.stringify(filesUnder(out).map((file) => path.relative(out, file))));
  if (!existsSync(before)) return;
  for (const old of readdirSync(before)) cpSync(path.join(before, old), out, { recursive: true, force: false });
}

export function filesUnder(folder: string): string[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.join(entry.parentPath, entry.name))
    .sort();
}
