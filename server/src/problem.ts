import { DocumentError } from '@velvet-dusk/core/document';
import { FormatError } from '@velvet-dusk/core/formats/error';
import type { ProblemDetails } from '@velvet-dusk/core/api/contract';
import { Refused } from '@velvet-dusk/core/tasks/task';
import { TookTooLong } from '@velvet-dusk/exporter/threads';

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

/** An error and what it came of: libraries wrap what the system said. */
function* causes(error: unknown): Generator<{ code?: string; message: string; name: string }> {
  for (let e = error, i = 0; e instanceof Error && i < 8; e = e.cause, i++) yield e;
}

/** What the disk or the database said, in words for the person whose request it met. */
const outside: readonly { pattern: RegExp; problem: Problem }[] = [
  {
    pattern: /ENOSPC|EDQUOT|EFBIG|SQLITE_FULL|SQLITE_IOERR/,
    problem: new Problem(
      507,
      'Disk is full',
      'The disk takes no more, so this was not stored. Make room on it, then try again. What was saved before is kept.',
    ),
  },
  {
    pattern: /EROFS|EACCES|EPERM|SQLITE_READONLY|SQLITE_CANTOPEN/,
    problem: new Problem(
      507,
      'Folder cannot be written',
      'The data folder cannot be written, so this was not stored. Mend its rights, then try again. What was saved before is kept.',
    ),
  },
  {
    pattern: /SQLITE_BUSY|SQLITE_LOCKED/,
    problem: new Problem(
      423,
      'Database is locked',
      'Another program has locked the database, so this was not stored. Close that, then try again.',
    ),
  },
  {
    pattern: /ENOENT/,
    problem: new Problem(
      410,
      'File is missing',
      'The stored file is missing from the data folder. Put it back from a copy, or import it again.',
    ),
  },
];

export function toProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const { message } = error as Error;
  if (error instanceof FormatError || error instanceof Refused || error instanceof TookTooLong)
    return new Problem(422, 'File cannot be read', message);
  if (error instanceof DocumentError) return new Problem(422, 'Document is not valid', message);
  const { type, status, code } = error as { type?: string; status?: number; code?: string };
  if (code === 'ECONNRESET')
    return new Problem(499, 'Sender went away', 'The request ended before it was whole.');
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new Problem(422, 'File cannot be read', 'It needs more memory than one file may take.');
  if (type === 'entity.too.large')
    return new Problem(413, 'Too large', 'The request is larger than allowed.');
  if (type === 'entity.parse.failed') return new Problem(400, 'Not JSON', `request body: ${message}`);
  // Errors lose their codes on the way out of a thread; the system's begin with theirs.
  const said = [...causes(error)]
    .map((e) => `${e.code ?? ''} ${/^[A-Z_]+(?=:)/.exec(e.message)?.[0] ?? ''}`)
    .join(' ');
  const known = outside.find(({ pattern }) => pattern.test(said));
  if (known) return known.problem;
  if (status !== undefined && status >= 400 && status < 500)
    return new Problem(status, 'Bad request', 'The request is not one this server understands.');
  return new Problem(500, 'Server error', 'The server could not do this. What was saved before is kept.');
}

export const problemBody = (p: Problem): ProblemDetails & Record<string, unknown> => ({
  type: 'about:blank',
  title: p.title,
  status: p.status,
  detail: p.detail,
  ...p.extra,
});
