import type { z } from 'zod';
import { problemSchema } from '@velvet-dusk/core/api/contract';
import { takeEarly } from './early.ts';

/** The server said no, and why. `body` is the whole problem document, with what it adds. */
export class ApiError extends Error {
  override name = 'ApiError';
  constructor(
    readonly status: number,
    message: string,
    readonly body: Record<string, unknown>,
  ) {
    super(message);
  }
}

/** The server did not answer at all. */
export class OfflineError extends Error {
  override name = 'OfflineError';
  constructor() {
    super('The server does not answer. Edits are kept here and saved when it is back.');
  }
}

/** Milliseconds a save may take to be answered. After that it is sent again; one that came through twice is known by its content. */
const longestSave = 20_000;

interface Ask {
  method?: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  json?: unknown;
  file?: Blob;
  /** The revision the writer has seen. */
  revision?: number;
  signal?: AbortSignal;
}

/** Asks the server and checks the answer. Throws an ApiError or an OfflineError. */
export async function ask<S extends z.ZodType>(
  path: string,
  schema: S,
  options: Ask = {},
): Promise<z.output<S>> {
  const { method = 'GET', json, file, revision, signal } = options;
  const headers: Record<string, string> = {};
  if (json !== undefined) headers['content-type'] = 'application/json';
  if (file) headers['content-type'] = file.type || 'application/octet-stream';
  if (revision !== undefined) headers['if-match'] = `"${revision}"`;
  let answer: Response;
  const timeout = revision === undefined ? undefined : AbortSignal.timeout(longestSave);
  const signals = [signal, timeout].filter((s) => s !== undefined);
  try {
    const early = method === 'GET' ? takeEarly(`/api${path}`) : undefined;
    answer = await (early ??
      fetch(`/api${path}`, {
        method,
        headers,
        signal: signals.length > 0 ? AbortSignal.any(signals) : null,
        body: file ?? (json === undefined ? null : JSON.stringify(json)),
      }));
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new OfflineError();
  }
  const body: unknown = await answer.json().catch(() => ({}));
  if (answer.ok) return schema.parse(body);
  const problem = problemSchema.safeParse(body);
  const message = problem.success ? problem.data.detail : `The server answered ${answer.status}.`;
  throw new ApiError(answer.status, message, body as Record<string, unknown>);
}
