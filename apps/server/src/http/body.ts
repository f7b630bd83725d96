import { LIMITS } from '@alveus/plan';
import type { Request, RequestHandler } from 'express';
import express from 'express';
import { Gate } from '../database';
import { Refusal } from './refusal';

/** JSON that comes in: no more of it, no deeper and no more at once than there is memory for. */

/** From so many bytes on a body is large. */
const LARGE = 128 * 1024;
/** Large ones that are read and worked on at once, that may wait for that, and for how long, ms. */
const [AT_ONCE, MAY_WAIT, LONGEST] = [6, 256, 10_000];

/** What waits is not read yet, and so takes no memory. */
function fewLargeAtOnce(): RequestHandler {
  const gate = new Gate(AT_ONCE, MAY_WAIT, LONGEST);
  return (request, response, next) => {
    if (!mayBeLarge(request)) return next();
    gate
      .run(
        () =>
          new Promise<void>((over) => {
            response.once('close', over);
            // Whoever asked may be gone by now.
            if (response.destroyed) over();
            else next();
          }),
      )
      .catch(next);
  };
}

function mayBeLarge({ headers }: Request): boolean {
  const length = headers['content-length'];
  // Packed, or told piece by piece, it may be anything.
  const unknown = headers['content-encoding'] !== undefined || headers['transfer-encoding'] !== undefined;
  return unknown || Number(length ?? 0) > LARGE;
}

/**
 * Reading a large one takes long without a pause, and so does checking what it says. What comes next with one has a round
 * of the loop to itself, so that others are heard between two of them.
 */
function oneLargeARound(): RequestHandler {
  let last = Promise.resolve();
  return (request, _response, next) => {
    if (!mayBeLarge(request)) return next();
    last = last.then(() => new Promise((resolve) => setImmediate(resolve)));
    last.then(() => next(), next);
  };
}

const parse: RequestHandler = (request, _response, next) => {
  const raw: unknown = request.body;
  if (!Buffer.isBuffer(raw) || raw.length === 0) return next();
  const { depth, parts } = shapeOf(raw);
  if (depth > LIMITS.requestDepth) throw new Refusal(400, 'too-deep', 'The request is nested too deep.');
  if (parts > LIMITS.requestParts) throw new Refusal(400, 'too-many', 'The request has too many parts.');
  try {
    request.body = JSON.parse(raw.toString('utf8')) as unknown;
  } catch {
    throw new Refusal(400, 'not-json', 'The request is not JSON, or it is cut off.');
  }
  next();
};

/** How deep JSON text is nested and how many objects and lists it has, without reading it: that would take the memory. */
export function shapeOf(text: Uint8Array): { readonly depth: number; readonly parts: number } {
  let [depth, deepest, parts] = [0, 0, 0];
  let quoted = false;
  for (let at = 0; at < text.length; at += 1) {
    const byte = text[at];
    if (quoted) {
      if (byte === BACKSLASH) at += 1;
      else if (byte === QUOTE) quoted = false;
    } else if (byte === QUOTE) quoted = true;
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) {
      parts += 1;
      depth += 1;
      if (depth > deepest) deepest = depth;
    } else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth -= 1;
  }
  return { depth: deepest, parts };
}
const [QUOTE, BACKSLASH] = [0x22, 0x5c];
const [OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [0x5b, 0x5d, 0x7b, 0x7d];

export function jsonBodies(): RequestHandler[] {
  const round = oneLargeARound();
  // That it is JSON was asked before.
  const raw = express.raw({ type: () => true, limit: LIMITS.requestBytes });
  return [fewLargeAtOnce(), raw, round, parse, round];
}
