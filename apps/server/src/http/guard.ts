import { ageOf, PROTOCOL_HEADER } from '@alveus/plan';
import type { RequestHandler } from 'express';
import { Refusal } from './refusal';

/** Keeps other sites in the same browser from reaching a server that trusts whoever is on this machine. */

const LOCAL = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

export const onlyThisMachine: RequestHandler = (request, _response, next) => {
  // A name that somebody pointed at this machine gives itself away here.
  if (!LOCAL.test(request.headers.host ?? ''))
    throw new Refusal(403, 'wrong-host', 'This server answers on this machine only.');
  const site = request.headers['sec-fetch-site'];
  if (
    request.method !== 'GET' &&
    request.method !== 'HEAD' &&
    site !== undefined &&
    site !== 'same-origin' &&
    site !== 'none'
  ) {
    throw new Refusal(403, 'other-site', 'This server takes changes from its own pages only.');
  }
  next();
};

/**
 * An app that was loaded before the server was renewed may mean something else by what it sends, and would not read what
 * it is sent; neither would a server that is older than the app. Who says nothing is no app of ours.
 */
export const onlyAppsOfThisAge: RequestHandler = (request, _response, next) => {
  const theirs = request.get(PROTOCOL_HEADER);
  const age = theirs === undefined ? 'same' : ageOf(theirs);
  if (age === 'older')
    throw new Refusal(
      426,
      'app-too-old',
      'This page is older than the server. Reload it: what you typed is saved on this device and is sent then.',
    );
  if (age === 'newer')
    throw new Refusal(
      426,
      'server-too-old',
      'The server is older than this page. What you type is saved on this device until the server is updated.',
    );
  next();
};

export const onlyJson: RequestHandler = (request, _response, next) => {
  const length = Number(request.headers['content-length'] ?? 0);
  if ((length > 0 || request.headers['transfer-encoding']) && !request.is('application/json')) {
    throw new Refusal(415, 'not-json', 'Send application/json.');
  }
  next();
};
