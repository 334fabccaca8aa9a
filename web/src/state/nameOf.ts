const names = new WeakMap<object, string>();
let named = 0;

/** A short name for a document that comes again and again; documents are never changed in place. */
export function nameOf(document: object): string {
  const known = names.get(document) ?? `#${++named}`;
  names.set(document, known);
  return known;
}
