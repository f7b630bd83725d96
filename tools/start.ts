import { buildWeb } from './lib/build';
import { COMPANY, readyDatabase } from './lib/database';
import { loadDemo } from './lib/demo';
import { Advice, run, say, stopping } from './lib/say';
import type { ServerProcess } from './lib/server';
import { PortTaken, startServer } from './lib/server';

const DEFAULT_PORT = 4310;
/** Ports that are tried, from the one that is wanted on. */
const TRIED = 20;
/** Ends that come sooner than so many ms after a start are of a server that cannot run. */
const TOO_SOON = 5_000;

/** `npm start`: everything from nothing to a served app. */
run(async (cleanup) => {
  const first = portWanted(process.env.PORT);
  const database = await readyDatabase();
  cleanup(database.stop);
  await loadDemo(database.appUrl, COMPANY.id);
  const webDir = await buildWeb();
  const start = (port: number): Promise<ServerProcess> =>
    startServer({
      APP_DATABASE_URL: database.appUrl,
      WEB_DIR: webDir,
      PORT: String(port),
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
    });
  const server = await onFreePort(first, start);
  say(`\nAlveus is ready:\n`);
  process.stdout.write(`${server.url}\n`);
  say('\nCtrl-C stops it. What was planned stays.');
  return lives(server, () => start(Number(new URL(server.url).port)));
});

/** @throws Advice where it is no port, before anything is started */
function portWanted(given: string | undefined): number {
  if (given === undefined) return DEFAULT_PORT;
  const port = /^\d{1,5}$/.test(given) ? Number(given) : NaN;
  if (port <= 65_535) return port;
  throw new Advice(`PORT=${given} is no port: give a number from 1024 to 65535, or leave it out.`);
}

async function onFreePort(first: number, start: (port: number) => Promise<ServerProcess>): Promise<ServerProcess> {
  for (let port = first; port < Math.min(first + TRIED, 65_536); port += 1) {
    try {
      return await start(port);
    } catch (error) {
      if (!(error instanceof PortTaken)) throw error;
      say(`Port ${port} is taken; trying the next.`);
    }
  }
  throw new Advice(`No port from ${first} on is free. Choose another: PORT=5000 npm start`);
}

/** Starts the server again where it ends without being told to. @returns what to end with, where it cannot run */
async function lives(first: ServerProcess, start: () => Promise<ServerProcess>): Promise<number> {
  for (let server = first; ;) {
    const since = Date.now();
    await server.ended;
    if (stopping()) return 0;
    const { exitCode, signalCode } = server.process;
    const how = signalCode ?? `code ${String(exitCode)}`;
    if (Date.now() - since < TOO_SOON) throw new Advice(`The server ended (${how}), and would end again.`);
    say(`The server ended (${how}); starting it again. What is typed meanwhile waits on the devices.`);
    server = await start();
    say('The server is back.');
  }
}
