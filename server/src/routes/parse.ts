import type { Request } from 'express';
import type { z } from 'zod';
import { checkDocument } from '@velvet-dusk/core/document';
import { Problem } from '../problem.ts';

/** A route parameter; Express types it loosely. */
export const param = (req: Request, name: string): string => String(req.params[name]);

export function body<S extends z.ZodType>(req: Request, schema: S): z.output<S> {
  return checkDocument(schema, req.body, 'request body');
}

/** The version the writer has seen, from `If-Match: "7"`. */
export function seenVersion(req: Request): number {
  const match = /^"(\d+)"$/.exec(req.get('if-match') ?? '');
  if (!match)
    throw new Problem(428, 'Version needed', 'Send the version you have seen as If-Match: "number".');
  return Number(match[1]);
}
