import { cutText } from '@alveus/plan';
import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import type { z } from 'zod';

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

export const noSuchJob = (): Refusal => new Refusal(404, 'no-job', 'There is no such job.');
export const jobDeleted = (): Refusal => new Refusal(410, 'job-deleted', 'This job was deleted.');

/** Turns refusals, and what the body parser throws, into answers; anything else is logged and is our fault. */
export const answerRefusals =
  (log: Logger): ErrorRequestHandler =>
  (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const refusal = error instanceof Refusal ? error : fromParser(error);
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

function fromParser(error: unknown): Refusal | undefined {
  const type = error instanceof Error && 'type' in error ? error.type : undefined;
  const status = error instanceof Error && 'status' in error ? error.status : undefined;
  if (type === 'entity.too.large') return new Refusal(413, 'too-large', 'That is too much at once. Send less.');
  if (type === 'entity.parse.failed') return new Refusal(400, 'not-json', 'This is not JSON, or it breaks off.');
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new Refusal(400, 'bad-request', 'The request cannot be read.');
  return undefined;
}
