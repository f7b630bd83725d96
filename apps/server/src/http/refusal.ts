import { cutText } from '@alveus/plan';
import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import type { z } from 'zod';
import { GivenUp } from './pieces';
import { Crowded, isAway, isBusy, NotKnown } from '../database';

/** What a request is refused with: a status, a stable code for programs and a sentence for people. */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 403 | 404 | 409 | 410 | 413 | 415 | 422 | 426 | 503,
    readonly code: string,
    message: string,
    readonly issues: readonly { path: string; message: string }[] = [],
  ) {
    super(message);
  }
}

/** What came in may be long or odd, and is not sent back whole. */
const SHOWN = 200;

/** Checks a value that came in. @throws Refusal naming every place that is wrong */
export function check<T>(schema: z.ZodType<T>, value: unknown): T {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const issues = parsed.error.issues
    .slice(0, 20)
    .map((issue) => ({ path: cutText(issue.path.join('.'), SHOWN), message: cutText(issue.message, SHOWN) }));
  const first = issues[0];
  throw new Refusal(
    422,
    'invalid',
    first ? `${first.path || 'The request'}: ${first.message}` : 'The request is not valid.',
    issues,
  );
}

export const noSuchJob = (): Refusal => new Refusal(404, 'no-job', 'Job not found.');
export const jobDeleted = (): Refusal => new Refusal(410, 'job-deleted', 'This job was deleted.');

/** Turns refusals, and what the body parser throws, into answers; anything else is logged and is our fault. */
export const answerRefusals =
  (log: Logger): ErrorRequestHandler =>
  (error: unknown, request, response, _next) => {
    // An answer that was begun cannot be taken back: it breaks off. Whoever has gone hears of nothing.
    if (response.headersSent || response.destroyed) {
      if (!(error instanceof GivenUp))
        log.error({ err: error, method: request.method, url: request.url }, 'answer broke off');
      response.destroy();
      return;
    }
    const refusal = error instanceof Refusal ? error : (fromParser(error) ?? fromDatabase(error));
    if (refusal) {
      response
        .status(refusal.status)
        .json({ error: { code: refusal.code, message: refusal.message, issues: refusal.issues } });
      return;
    }
    log.error({ err: error, method: request.method, url: request.url }, 'request failed');
    response.status(500).json({
      error: { code: 'failed', message: 'Something failed on our side; nothing was changed. Try again.', issues: [] },
    });
  };

/** What passes by itself: whoever sent it sends it again, and by its id a batch is taken once. */
function fromDatabase(error: unknown): Refusal | undefined {
  if (error instanceof NotKnown)
    return new Refusal(503, 'not-known', 'The database went away: it is not known whether this was saved. Try again.');
  if (error instanceof Crowded || isBusy(error))
    return new Refusal(503, 'busy', 'Somebody else is changing this; nothing was changed. Try again.');
  if (isAway(error))
    return new Refusal(
      503,
      'database-away',
      'The database is not available; nothing was changed. Try again in a moment.',
    );
  return undefined;
}

function fromParser(error: unknown): Refusal | undefined {
  const type = error instanceof Error && 'type' in error ? error.type : undefined;
  const status = error instanceof Error && 'status' in error ? error.status : undefined;
  if (type === 'entity.too.large') return new Refusal(413, 'too-large', 'Too much at once. Send less.');
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new Refusal(400, 'bad-request', 'The request cannot be read.');
  return undefined;
}
