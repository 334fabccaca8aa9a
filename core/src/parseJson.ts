import { parse, type ParseError, printParseErrorCode } from 'jsonc-parser';
import { DocumentError } from './document.ts';

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
