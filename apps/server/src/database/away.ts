/** What PostgreSQL, or the way to it, says while it is not there, and while it is busy with somebody else. */

const NO_WAY = new Set(['ECONNREFUSED', 'ECONNRESET', 'ENOENT', 'EPIPE', 'ETIMEDOUT', 'EHOSTUNREACH']);
/** It is ended, starts, or takes nobody more: PostgreSQL's list of error codes, classes 08, 53 and 57. */
const ENDING = new Set(['57P01', '57P02', '57P03', '53300']);
/** The driver's own words, which have no codes. */
const WORDS =
  /^(Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|Query read timeout)/;

/** Asked by what it has and not by what it is: it may come from anywhere. */
export const wordOf = (error: unknown, field: 'code' | 'message'): string => {
  const word = typeof error === 'object' && error !== null ? (error as Partial<Record<string, unknown>>)[field] : '';
  return typeof word === 'string' ? word : '';
};

export function isAway(error: unknown): boolean {
  const code = wordOf(error, 'code');
  return NO_WAY.has(code) || ENDING.has(code) || /^08...$/.test(code) || WORDS.test(wordOf(error, 'message'));
}

/** A lock was not to be had in time, or a statement took too long. */
export const isBusy = (error: unknown): boolean => ['55P03', '57014'].includes(wordOf(error, 'code'));

/** The database went away while it was asked to keep something: whether it did, nobody can say. */
export class NotKnown extends Error {}

/** More wait for the same thing than may, or for longer. */
export class Crowded extends Error {}
