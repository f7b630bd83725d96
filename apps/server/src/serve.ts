import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { buildApp } from './app';
import type { Config } from './config';
import { assertCompany, assertHeldByRowSecurity, openPool } from './database';

export interface Running {
  readonly url: string;
  /** Lets requests under way end, then closes the database. */
  stop(): Promise<void>;
}

/** Starts the server. @throws where the port is taken, or the database is out of reach or not safe to use */
export async function serve(config: Config): Promise<Running> {
  const log = pino({ level: config.LOG_LEVEL });
  const pool = openPool(config.APP_DATABASE_URL);
  try {
    await assertHeldByRowSecurity(pool);
    await assertCompany(pool, config.COMPANY_ID);
    const app = buildApp({ pool, company: config.COMPANY_ID, log, webDir: config.WEB_DIR });
    const server = await new Promise<Server>((resolve, reject) => {
      const listening: Server = app.listen(config.PORT, config.HOST, (error?: Error) =>
        error ? reject(error) : resolve(listening),
      );
    });
    server.requestTimeout = 30_000;
    const { port } = server.address() as AddressInfo;
    const url = `http://${config.HOST.includes(':') ? `[${config.HOST}]` : config.HOST}:${port}`;
    log.info({ url }, 'serving');
    return {
      url,
      stop: async () => {
        await new Promise<void>((resolve) => {
          const hurry = setTimeout(() => server.closeAllConnections(), 3_000);
          server.close(() => {
            clearTimeout(hurry);
            resolve();
          });
          server.closeIdleConnections();
        });
        await pool.end();
        log.info('stopped');
      },
    };
  } catch (error) {
    await pool.end();
    throw error;
  }
}
