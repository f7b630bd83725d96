import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';

export interface Passwords {
  readonly owner: string;
  /** From which the application's password follows, where the owner connects without one. */
  readonly app: string;
}

/** Those of a folder, made up where there are none. */
export function passwordsIn(home: string): Passwords {
  const file = path.join(home, 'passwords.json');
  if (!existsSync(file)) {
    const fresh: Passwords = { owner: randomBytes(18).toString('hex'), app: randomBytes(18).toString('hex') };
    // Whole, or not at all.
    const part = `${file}.${process.pid}`;
    writeFileSync(part, JSON.stringify(fresh), { mode: 0o600 });
    renameSync(part, file);
  }
  return JSON.parse(readFileSync(file, 'utf8')) as Passwords;
}
