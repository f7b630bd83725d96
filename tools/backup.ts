import path from 'node:path';
import { statSync } from 'node:fs';
import { readyDatabase } from './lib/database';
import { dumpTo } from './lib/dump';
import { run, say } from './lib/say';

/** `npm run backup -- FILE`: the whole database in one file, while it is worked with. */
run(async (cleanup) => {
  const [file, ...more] = process.argv.slice(2);
  if (file === undefined || more.length > 0) {
    say('Use: npm run backup -- FILE');
    return 2;
  }
  const database = await readyDatabase();
  cleanup(database.stop);
  await dumpTo(database.ownerUrl, file);
  say(`Kept in ${path.resolve(file)}, ${(statSync(file).size / 1e6).toFixed(1)} MB. Take a copy to another machine.`);
  return 0;
});
