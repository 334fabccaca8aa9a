import type { z } from 'zod';
import { checkDocument } from '../../document.ts';
import type { JsonBody } from './endpoint.ts';

/** A body of JSON that holds to a schema. */
export const json = <S extends z.ZodType>(schema: S): JsonBody<z.input<S>, z.output<S>> => ({
  kind: 'json',
  text: (value) => JSON.stringify(value),
  check: (value) => checkDocument(schema, value, 'request body'),
});

/** A document of ours, of this version or an earlier one. @param what it is called where something is wrong in it. */
export const documentBody = <T>(
  parse: (value: unknown, name: string) => T,
  what: string,
): JsonBody<T, T> => ({
  kind: 'json',
  text: (value) => JSON.stringify(value),
  check: (value) => parse(value, what),
});
