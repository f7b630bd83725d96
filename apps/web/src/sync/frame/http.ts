import { PROTOCOL_HEADER, SPEAKS } from '@alveus/plan/version';

/** The server's answers, whatever they are about. */

/** Nobody answered: the server is down or out of reach. Trying again later is right. */
export class Unreachable extends Error {}

/** The server answered that it will not; trying the same again is no use. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    /** What the server calls the reason, for programs. */
    readonly code = '',
  ) {
    super(message);
  }
}

const TIMEOUT = 15_000;
const JSON_BODY = { 'Content-Type': 'application/json' };

export async function ask(path: string, method = 'GET', body?: unknown): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(TIMEOUT),
      headers: { [PROTOCOL_HEADER]: SPEAKS, ...(body === undefined ? {} : JSON_BODY) },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  } catch {
    throw new Unreachable('The server cannot be reached.');
  }
  if (response.status >= 500) throw new Unreachable('The server has trouble; the app will try again.');
  const json: unknown = response.status === 204 ? undefined : await response.json().catch(() => undefined);
  const error = (json as { error?: Json } | undefined)?.error;
  // A conflict that is no error is an answer like others.
  if (!response.ok && (response.status !== 409 || error !== undefined))
    throw new Refused(
      response.status,
      textOf(error?.message) ?? `The server answered ${response.status}.`,
      textOf(error?.code),
    );
  return json;
}

type Json = Readonly<Record<string, unknown>>;
const textOf = (value: unknown): string | undefined => (typeof value === 'string' ? value : undefined);
