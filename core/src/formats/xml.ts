import { type X2jOptions, XMLParser, XMLValidator } from 'fast-xml-parser';
import { FormatError } from './error.ts';

/** Characters between the brackets of one tag, at most: no tag of a format that is read comes near. */
const longestTag = 20_000;
/** Levels of elements in one another. */
const deepest = 32;
/** Characters XML 1.0 does not allow (section 2.2). */
// eslint-disable-next-line no-control-regex -- these are what is looked for
const forbidden = /[\0-\x08\x0b\x0c\x0e-\x1f\ufffe\uffff]/;

/**
 * Reads XML of a kind that needs no document type, and whose tags and depth have an end, so that reading takes a time in
 * proportion to the text.
 * @param longest characters of the text. Throws a FormatError with line and column.
 */
export function readXml(text: string, file: string, options: X2jOptions, longest: number): unknown {
  const fail = (place: FormatError['place'], problem: string): never => {
    throw new FormatError(file, place, problem);
  };
  if (text.length > longest)
    fail('size', `more than ${Math.round(longest / 1024 / 1024)} MB of text is not read`);
  const odd = forbidden.exec(text);
  if (odd) fail(placeOf(text, odd.index), 'not XML: a control character');
  if (/<!(DOCTYPE|ENTITY)/i.test(text))
    fail('document type', 'a file that declares a document type or entities is not read');
  checkTags(text, fail);
  const valid = XMLValidator.validate(text);
  if (valid !== true) {
    const { line, col, msg } = valid.err;
    return fail({ line, column: col ?? 1 }, `not XML: ${msg.slice(0, 200)}`);
  }
  try {
    return new XMLParser({ ...options, processEntities: false, maxNestedTags: deepest }).parse(
      text,
    ) as unknown;
  } catch (error) {
    return fail('elements', (error as Error).message);
  }
}

function placeOf(text: string, index: number): { line: number; column: number } {
  const before = text.slice(0, index);
  return { line: before.split('\n').length, column: index - before.lastIndexOf('\n') };
}

function checkTags(text: string, fail: (place: FormatError['place'], problem: string) => never): void {
  for (let at = text.indexOf('<'); at >= 0;) {
    const isComment = text.startsWith('<!--', at);
    const end = text.indexOf(isComment ? '-->' : '>', at);
    if (end < 0) return;
    if (!isComment && end - at > longestTag)
      fail(placeOf(text, at), `not XML: a tag of more than ${longestTag} characters`);
    at = text.indexOf('<', end);
  }
}
