import express, { type Request } from 'express';
import { Problem } from '../problem.ts';

/** Documents are small; anything larger is a mistake. */
const largestDocument = '1mb';
/** Nothing has a longer ID; what is asked for by one is not there. */
const longestId = 200;
/** Objects and lists in one another, at most; no document of ours comes near. */
const deepest = 40;

/** Reads a body of JSON; only on routes that mean it. */
export const json = express.json({ limit: largestDocument });

/** A route parameter; Express types it loosely. */
export function param(req: Request, name: string): string {
  const value = String(req.params[name]);
  if (value.length > longestId || value.includes('\0'))
    throw new Problem(
      404,
      'Not found',
      `There is nothing with an ID of ${value.length} characters like this.`,
    );
  return value;
}

/** A value of the query, "" where it is missing. */
export function queried(req: Request, name: string): string {
  const value = req.query[name];
  if (value === undefined) return '';
  if (typeof value !== 'string')
    throw new Problem(400, 'Given more than once', `${name}: give it once in the address, as ${name}=VALUE.`);
  return value;
}

/** A positive whole number of the query. @param text "" where it is missing. */
export function positive(
  name: string,
  text: string,
  { usual, most }: { usual: number; most: number },
): number {
  if (text === '') return usual;
  const value = Number(text);
  if (!Number.isInteger(value) || value < 1 || value > most)
    throw new Problem(400, 'Out of range', `${name}: a whole number from 1 to ${most} is needed.`);
  return value;
}

function depthOf(value: unknown, depth = 0): number {
  if (typeof value !== 'object' || value === null || depth > deepest) return depth;
  let most = depth;
  for (const part of Object.values(value)) most = Math.max(most, depthOf(part, depth + 1));
  return most;
}

/** The document in the body, before it is checked against a schema. */
export function document(req: Request): unknown {
  if (!req.is('application/json'))
    throw new Problem(415, 'JSON needed', 'Send the document as application/json.');
  if (depthOf(req.body) > deepest)
    throw new Problem(
      422,
      'Document is not valid',
      `request body: more than ${deepest} levels in one another`,
    );
  return req.body;
}

/** The revision the writer has seen, from `If-Match: "7"`. */
export function seenRevision(req: Request): number {
  const match = /^"(\d{1,15})"$/.exec(req.get('if-match') ?? '');
  if (!match)
    throw new Problem(428, 'Revision needed', 'Send the revision you have seen as If-Match: "number".');
  return Number(match[1]);
}
