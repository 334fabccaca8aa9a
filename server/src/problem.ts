import { DocumentError } from '@velvet-dusk/core/document';
import { FormatError } from '@velvet-dusk/core/formats/error';
import type { ProblemDetails } from '@velvet-dusk/core/api/contract';

/** An answer that is not the one hoped for, with words for the person who reads it. */
export class Problem extends Error {
  override name = 'Problem';
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly extra: Record<string, unknown> = {},
  ) {
    super(`${title}: ${detail}`);
  }
}

export const notFound = (what: string, id: string) =>
  new Problem(404, 'Not found', `There is no ${what} "${id}".`);

export function toProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const { message } = error as Error;
  if (error instanceof FormatError) return new Problem(422, 'File cannot be read', message);
  if (error instanceof DocumentError) return new Problem(422, 'Document is not valid', message);
  const { type, status, code } = error as { type?: string; status?: number; code?: string };
  if (code === 'ECONNRESET')
    return new Problem(499, 'Sender went away', 'The request ended before it was whole.');
  if (type === 'entity.too.large')
    return new Problem(413, 'Too large', 'The request is larger than allowed.');
  if (type === 'entity.parse.failed') return new Problem(400, 'Not JSON', `request body: ${message}`);
  if (status !== undefined && status >= 400 && status < 500)
    return new Problem(status, 'Bad request', message);
  return new Problem(500, 'Server error', 'The server could not do this. What was saved before is kept.');
}

export const problemBody = (p: Problem): ProblemDetails & Record<string, unknown> => ({
  type: 'about:blank',
  title: p.title,
  status: p.status,
  detail: p.detail,
  ...p.extra,
});
