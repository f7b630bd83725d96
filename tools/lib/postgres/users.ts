import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/**
 * Who uses the server of a folder: a file for each process, named by its number, with the moment of its start, so that
 * one that was killed is not taken for a later process of the same number.
 */
const folderIn = (home: string): string => path.join(home, 'users');

export function enter(home: string): void {
  mkdirSync(folderIn(home), { recursive: true, mode: 0o700 });
  writeFileSync(path.join(folderIn(home), String(process.pid)), born(process.pid) ?? '');
}

export const leave = (home: string): void => rmSync(path.join(folderIn(home), String(process.pid)), { force: true });

/** How many use it; what is left of those that were killed is cleared away. */
export function usersOf(home: string): number {
  let names: string[] = [];
  try {
    names = readdirSync(folderIn(home));
  } catch {
    return 0;
  }
  return names.filter((name) => {
    const file = path.join(folderIn(home), name);
    const lives = born(Number(name)) !== undefined && born(Number(name)) === contents(file);
    if (!lives) rmSync(file, { force: true });
    return lives;
  }).length;
}

const contents = (file: string): string | undefined => {
  try {
    return readFileSync(file, 'utf8');
  } catch {
    return undefined;
  }
};

/** Start of a process, in ticks since the machine's: the 22nd field of its line, counted after its name. */
const born = (pid: number): string | undefined => contents(`/proc/${pid}/stat`)?.split(') ').pop()?.split(' ')[19];
