import { buildWeb } from './lib/build';
import { COMPANY, readyDatabase } from './lib/database';
import { loadDemo } from './lib/demo';
import { Advice, run, say } from './lib/say';
import type { ServerProcess } from './lib/server';
import { startServer } from './lib/server';

/** `npm start`: everything from nothing to a served app. */
run(async (cleanup) => {
  const database = await readyDatabase();
  cleanup(database.stop);
  await loadDemo(database.appUrl, COMPANY.id);
  const webDir = await buildWeb();
  const server = await onFreePort(Number(process.env.PORT ?? 4310), (port) =>
    startServer({
      APP_DATABASE_URL: database.appUrl,
      WEB_DIR: webDir,
      PORT: String(port),
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
    }),
  );
  cleanup(server.stop);
  say(`\nAlveus is ready:\n`);
  process.stdout.write(`${server.url}\n`);
  say('\nCtrl-C stops it. What was planned stays.');
  await new Promise<void>((resolve) => server.process.on('exit', () => resolve()));
  return server.process.exitCode ?? 0;
});

async function onFreePort(first: number, start: (port: number) => Promise<ServerProcess>): Promise<ServerProcess> {
  for (let port = first; port < first + 20; port += 1) {
    try {
      return await start(port);
    } catch (error) {
      if (!(error instanceof Advice) || error.message !== 'taken') throw error;
      say(`Port ${port} is taken; trying the next.`);
    }
  }
  throw new Advice(`No port from ${first} on is free. Choose another: PORT=5000 npm start`);
}
