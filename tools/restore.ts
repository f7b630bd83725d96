import { databaseOf } from '@alveus/server';
import { givenUrl, inPlainWords } from './lib/database';
import { restoreFrom } from './lib/dump';
import { DATABASE, lastingCluster } from './lib/postgres/cluster';
import { run, say } from './lib/say';

/** `npm run restore -- FILE`: a backup in the place of the database; the one before is kept beside it. */
run(async (cleanup) => {
  const [file, ...more] = process.argv.slice(2);
  if (file === undefined || more.length > 0) {
    say('Use: npm run restore -- FILE');
    return 2;
  }
  const given = givenUrl();
  const server = given === undefined ? await lastingCluster() : undefined;
  if (server) cleanup(server.stop);
  const ownerUrl = given ?? server?.ownerUrl ?? '';
  const { jobs, batches, before } = await inPlainWords(ownerUrl, () =>
    restoreFrom({ ownerUrl, database: given === undefined ? DATABASE : databaseOf(given), file }),
  );
  say(`Restored: ${jobs} jobs, ${batches} batches of changes. \`npm start\` serves them.`);
  if (before !== undefined) say(`What was there before is kept as the database ${before}.`);
  return 0;
});
