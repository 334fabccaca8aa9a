import type { z } from 'zod';

/** A body of JSON. */
export interface JsonBody<Sent = never, Taken = unknown> {
  readonly kind: 'json';
  text(value: Sent): string;
  /** What was sent, as it is meant. Throws a DocumentError where it is not that. */
  check(value: unknown): Taken;
}
/** A file as it is. */
export interface FileBody {
  readonly kind: 'file';
}
export const fileBody: FileBody = { kind: 'file' };

export type MediaType = `${string}/${string}`;

/** One thing the server can be asked for: its routes, the page's calls and docs/api.md are all made from it. */
export interface Endpoint<
  Path extends string = string,
  Body extends JsonBody | FileBody | undefined = JsonBody | FileBody | undefined,
  Answer extends z.ZodType | MediaType | null = z.ZodType | MediaType | null,
> {
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** Below `/api`; parts that begin with a colon are filled in. */
  readonly path: Path;
  readonly says: string;
  /** What may stand behind a question mark. */
  readonly query?: readonly string[];
  /** What is sent along. */
  readonly body?: Body;
  /** Whoever changes it says which revision was seen, and is refused where that is not the last. */
  readonly onRevision?: true;
  /** JSON of a schema, bytes of a media type, or nothing. */
  readonly answer: Answer;
  /** Where it is another than 200. */
  readonly status?: 201 | 202 | 204;
}

/** Keeps the types of what is said in it. */
export const endpoint = <
  Path extends string,
  Answer extends z.ZodType | MediaType | null,
  Body extends JsonBody | FileBody | undefined = undefined,
>(
  definition: Endpoint<Path, Body, Answer>,
): Endpoint<Path, Body, Answer> => definition;

/** The parts of a path that are filled in. */
export type ParamsOf<Path extends string> = Path extends `${string}:${infer Rest}`
  ? Rest extends `${infer Name}/${infer Further}`
    ? Record<Name, string | number> & ParamsOf<`/${Further}`>
    : Record<Rest, string | number>
  : unknown;

type Params = Readonly<Record<string, string | number>>;

/** The address of an endpoint on this server. */
export function addressOf<Path extends string>(
  { path }: { readonly path: Path },
  params: ParamsOf<Path>,
  query: Readonly<Record<string, string>> = {},
): string {
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent((params as Params)[name]));
  const asked = new URLSearchParams(query).toString();
  return `/api${filled}${asked && `?${asked}`}`;
}
