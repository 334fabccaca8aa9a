import type { z } from 'zod';
import { problemSchema } from '@velvet-dusk/core/api/contract';
import {
  addressOf,
  type Endpoint,
  type FileBody,
  type JsonBody,
  type ParamsOf,
} from '@velvet-dusk/core/api/endpoints/endpoint';
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

/** What goes along with a call: JSON or a file, values behind the question mark, and the revision the writer has seen. */
type Sent<B> = {
  query?: Readonly<Record<string, string>>;
  revision?: number;
  signal?: AbortSignal | undefined;
} & (B extends JsonBody<infer S, infer _> ? { body: S } : B extends FileBody ? { file: Blob } : unknown);
type Body = JsonBody | FileBody | undefined;
type AnswerOf<A> = A extends z.ZodType ? z.output<A> : undefined;

/** Asks the server for an endpoint and checks the answer. Throws an ApiError or an OfflineError. */
export async function call<Path extends string, B extends Body, A extends z.ZodType | null>(
  endpoint: Endpoint<Path, B, A>,
  params: ParamsOf<Path>,
  sent: Sent<B> = {} as Sent<B>,
): Promise<AnswerOf<A>> {
  const { method, body: kind } = endpoint;
  const { query, revision, signal } = sent;
  const { body, file } = sent as { body?: never; file?: Blob };
  const headers: Record<string, string> = {};
  if (kind?.kind === 'json') headers['content-type'] = 'application/json';
  if (file) headers['content-type'] = file.type || 'application/octet-stream';
  if (revision !== undefined) headers['if-match'] = `"${revision}"`;
  const address = addressOf(endpoint, params, query);
  let answer: Response;
  const timeout = revision === undefined ? undefined : AbortSignal.timeout(longestSave);
  const signals = [signal, timeout].filter((s) => s !== undefined);
  try {
    const early = method === 'GET' ? takeEarly(address) : undefined;
    answer = await (early ??
      fetch(address, {
        method,
        headers,
        signal: signals.length > 0 ? AbortSignal.any(signals) : null,
        body: file ?? (kind?.kind === 'json' ? kind.text(body as never) : null),
      }));
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new OfflineError();
  }
  return read(answer, endpoint.answer) as Promise<AnswerOf<A>>;
}

/** A document in a file that the server sends as bytes. Throws an ApiError or an OfflineError. */
export async function readFile<S extends z.ZodType>(address: string, schema: S): Promise<z.output<S>> {
  const answer = await fetch(address).catch(() => {
    throw new OfflineError();
  });
  return read(answer, schema) as Promise<z.output<S>>;
}

async function read(answer: Response, schema: z.ZodType | null): Promise<unknown> {
  const body: unknown = await answer.json().catch(() => ({}));
  if (answer.ok) return schema?.parse(body);
  const problem = problemSchema.safeParse(body);
  const message = problem.success ? problem.data.detail : `The server answered ${answer.status}.`;
  throw new ApiError(answer.status, message, body as Record<string, unknown>);
}
