import { parse, type ParseError, printParseErrorCode } from 'jsonc-parser';
import type { z } from 'zod';

/** A document (profile, look) that is not what it should be. `problems` name the place inside it. */
export class DocumentError extends Error {
  override name = 'DocumentError';
  constructor(
    readonly file: string,
    readonly problems: readonly string[],
  ) {
    super(`${file}: ${problems.join('; ')}`);
  }
}

/**
 * Checks a parsed JSON document against a schema.
 * @param file the name to use in errors. Throws a DocumentError that names each wrong field.
 */
export function checkDocument<S extends z.ZodType>(schema: S, value: unknown, file: string): z.output<S> {
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  throw new DocumentError(file, result.error.issues.map(describe));
}

const describe = (issue: z.core.$ZodIssue) =>
  `${issue.path.map(String).join('.') || 'document'}: ${issue.message}`;

/** Parses JSON text. Throws a DocumentError with line and column where the text is not JSON. */
export function parseJson(text: string, file: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    // The engine's own message need not say where; the lenient parser only runs to find the place.
    const errors: ParseError[] = [];
    parse(text, errors, { disallowComments: true });
    const [first] = errors;
    const before = text.slice(0, first?.offset ?? 0).split('\n');
    const place = `line ${before.length}, column ${before[before.length - 1].length + 1}`;
    throw new DocumentError(file, [
      `${place}: not JSON (${first ? printParseErrorCode(first.error) : 'unreadable'})`,
    ]);
  }
}
