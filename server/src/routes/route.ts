import type { Request, Response, Router } from 'express';
import type { z } from 'zod';
import type {
  Endpoint,
  FileBody,
  JsonBody,
  MediaType,
  ParamsOf,
} from '@velvet-dusk/core/api/endpoints/endpoint';
import { document, json, param, queried, seenRevision } from './parse.ts';

type Named<T> = { [K in keyof T]: string };

/** What somebody asks for, read and checked. */
interface Asked<Path extends string, Taken> {
  params: Named<ParamsOf<Path>>;
  /** A value of the query that the endpoint names; "" where it is missing. */
  query(name: string): string;
  body: Taken;
  /** The revision the writer has seen; 0 where the endpoint asks for none. */
  revision: number;
  req: Request;
  res: Response;
}
type Body = JsonBody | FileBody | undefined;
type TakenOf<B> = B extends JsonBody<infer _, infer Taken> ? Taken : undefined;

function mount<Path extends string, B extends Body>(
  router: Router,
  { method, path, query = [], body, onRevision }: Endpoint<Path, B>,
  handle: (asked: Asked<Path, TakenOf<B>>) => Promise<void>,
): void {
  const names = [...path.matchAll(/:(\w+)/g)].map(([, name]) => name);
  const verb = method.toLowerCase() as Lowercase<typeof method>;
  router[verb](path, ...(body?.kind === 'json' ? [json] : []), async (req: Request, res: Response) => {
    const params = Object.fromEntries(names.map((name) => [name, param(req, name)]));
    await handle({
      params: params as Named<ParamsOf<Path>>,
      query(name) {
        if (!query.includes(name)) throw new RangeError(`${path} names no "${name}"`);
        return queried(req, name);
      },
      body: (body?.kind === 'json' ? body.check(document(req)) : undefined) as TakenOf<B>,
      revision: onRevision ? seenRevision(req) : 0,
      req,
      res,
    });
  });
}

/** Answers an endpoint with JSON, or with nothing where it has no answer. */
export function route<Path extends string, B extends Body, A extends z.ZodType | null>(
  router: Router,
  endpoint: Endpoint<Path, B, A>,
  handle: (asked: Asked<Path, TakenOf<B>>) => Promise<A extends z.ZodType ? z.input<A> : void>,
): void {
  mount(router, endpoint, async (asked) => {
    const answer = await handle(asked);
    const { res } = asked;
    res.status(endpoint.status ?? 200);
    if (endpoint.answer === null) res.end();
    else res.json(answer);
  });
}

/** Answers an endpoint with bytes, which the handler sends. */
export function routeBytes<Path extends string>(
  router: Router,
  endpoint: Endpoint<Path, undefined, MediaType>,
  handle: (asked: Asked<Path, undefined>) => Promise<void>,
): void {
  mount(router, endpoint, handle);
}
