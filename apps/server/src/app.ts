import { existsSync } from 'node:fs';
import path from 'node:path';
import type { Uuid } from '@alveus/plan';
import compression from 'compression';
import express from 'express';
import helmet from 'helmet';
import type pg from 'pg';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { answers } from './database';
import { answerRefusals, jsonBodies, onlyAppsOfThisAge, onlyJson, onlyThisMachine, Refusal } from './http';
import { jobRoutes } from './jobs';
import { keptRoutes } from './company';
import { changeRoutes } from './plans';

export interface AppParts {
  readonly pool: pg.Pool;
  readonly company: Uuid;
  readonly log: Logger;
  readonly webDir?: string | undefined;
}

/** The whole application, listening to nothing yet. */
export function buildApp({ pool, company, log, webDir }: AppParts): express.Express {
  const app = express();
  app.disable('x-powered-by');
  // Answers of the API are never stored, so there is nothing to compare a tag with; files bring their own.
  app.disable('etag');
  // A line for each request, where somebody wants them; what fails is logged in any case.
  if (log.isLevelEnabled('info')) app.use(pinoHttp({ logger: log, quietReqLogger: true }));
  app.use(onlyThisMachine, packed());

  const api = express.Router();
  api.use((_request, response, next) => {
    for (const [name, value] of API_HEADERS) response.setHeader(name, value);
    next();
  });
  api.use(onlyAppsOfThisAge, onlyJson, ...jsonBodies());
  api.get('/health', async (_request, response) => {
    const database = await answers(pool);
    response.status(database ? 200 : 503).json({ ok: database, database });
  });
  api.use('/jobs', changeRoutes(pool, company));
  api.use('/jobs', jobRoutes(pool, company));
  api.use('/kept', keptRoutes(pool, company));
  api.use(() => {
    throw new Refusal(404, 'no-route', 'Page not found.');
  });
  app.use('/api', api);
  if (webDir !== undefined) serveWeb(app, webDir);
  app.use(answerRefusals(log));
  return app;
}

/** What is asked for goes out packed; what is sent in is answered in a few words. */
function packed(): express.RequestHandler {
  const pack = compression();
  return (request, response, next) => {
    if (request.method === 'GET') pack(request, response, next);
    else next();
  };
}

/** Answers of the API are data: nothing may be loaded by them, guessed of them or kept from them. */
const API_HEADERS = [
  ['Cache-Control', 'no-store'],
  ['Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'"],
  ['Cross-Origin-Resource-Policy', 'same-origin'],
  ['Referrer-Policy', 'no-referrer'],
  ['X-Content-Type-Options', 'nosniff'],
  ['X-Frame-Options', 'DENY'],
] as const;

/** What the app's page may load and reach: only what this server itself serves. */
const PAGE_POLICY = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'none'"],
    scriptSrc: ["'self'"],
    // The style sheets are written by script as the components are made.
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    workerSrc: ["'self'"],
    manifestSrc: ["'self'"],
    baseUri: ["'none'"],
    formAction: ["'none'"],
    frameAncestors: ["'none'"],
  },
};

/** The built app. Files with a hash in their name never change; every other path is the app itself. */
function serveWeb(app: express.Express, webDir: string): void {
  const index = path.join(webDir, 'index.html');
  if (!existsSync(index)) throw new Error(`There is no built app in ${webDir}.`);
  // Plain HTTP on this machine: there is no certificate to insist on.
  app.use(helmet({ contentSecurityPolicy: PAGE_POLICY, strictTransportSecurity: false }));
  app.use(
    express.static(webDir, {
      index: false,
      // A build may be put in place of one that was made after it: what counts is what it is, not when it was made.
      lastModified: false,
      setHeaders: (response, file) => {
        const hashed = /[.-][0-9a-f]{20,}\.\w+$/.test(file);
        response.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    }),
  );
  app.get('/{*path}', (request, response, next) => {
    if (path.extname(request.path) !== '') {
      next(new Refusal(404, 'no-file', 'File not found.'));
      return;
    }
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(index, { lastModified: false });
  });
}
