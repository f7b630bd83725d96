import { PROTOCOL, PROTOCOL_HEADER } from '@alveus/plan/version';

/** The server's answers, whatever they are about. */

/** Nobody answered: the server is down or out of reach. Trying again later is right. */
export class Unreachable extends Error {}

/** The server answered that it will not; trying the same again is no use. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

const TIMEOUT = 15_000;
const JSON_BODY = { 'Content-Type': 'application/json' };

export async function call(path: string, method = 'GET', body?: unknown): Promise<{ status: number; json: unknown }> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(TIMEOUT),
      headers: { [PROTOCOL_HEADER]: String(PROTOCOL), ...(body === undefined ? {} : JSON_BODY) },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  } catch {
    throw new Unreachable('The server cannot be reached.');
  }
  if (response.status >= 500) throw new Unreachable('The server has trouble; it will be tried again.');
  const json: unknown = response.status === 204 ? undefined : await response.json().catch(() => undefined);
  if (!response.ok && response.status !== 409)
    throw new Refused(response.status, messageOf(json) ?? `The server answered ${response.status}.`);
  return { status: response.status, json };
}

/** What was asked for, where a conflict is a refusal too. */
export async function ask(path: string, method?: string, body?: unknown): Promise<unknown> {
  const { status, json } = await call(path, method, body);
  if (status === 409) throw new Refused(status, messageOf(json) ?? 'It exists already.');
  return json;
}

function messageOf(json: unknown): string | undefined {
  const error = (json as { error?: { message?: unknown } } | undefined)?.error;
  return typeof error?.message === 'string' ? error.message : undefined;
}
