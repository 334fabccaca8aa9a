/** Stands for the text of an array while the rest is read as XML. */
const mark = (i: number) => `\u00a4${i}\u00a4`;
const marked = /\u00a4(\d+)\u00a4/;

/**
 * Takes the numbers of arrays out of a file, each as one text, and leaves a mark and their line ends, so that places of
 * errors stay: a reader of XML takes a long text apart letter by letter, at forty times its size.
 */
export function liftArrays(text: string): { rest: string; lifted: string[] } {
  const lifted: string[] = [];
  // What has the mark in it already is read as it is.
  if (text.includes('\u00a4')) return { rest: text, lifted };
  const parts: string[] = [];
  const opening = /<Array\b[^<>]*[^<>/]>/g;
  let from = 0;
  for (let found = opening.exec(text); found; found = opening.exec(text)) {
    const start = opening.lastIndex;
    const end = text.indexOf('<', start);
    if (end < 0) break;
    const body = text.slice(start, end);
    let lines = 0;
    for (let at = body.indexOf('\n'); at >= 0; at = body.indexOf('\n', at + 1)) lines++;
    parts.push(text.slice(from, start), mark(lifted.length), '\n'.repeat(lines));
    lifted.push(body);
    from = end;
  }
  parts.push(text.slice(from));
  return { rest: parts.join(''), lifted };
}

/** The text of an array again. */
export function unlifted(text: string, lifted: readonly string[]): string {
  const found = lifted.length > 0 ? marked.exec(text) : null;
  return found ? lifted[Number(found[1])] : text;
}
