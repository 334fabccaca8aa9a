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

/** Migrations by the version they start from; each returns the document one version on. */
export type Migrations = Record<number, (document: Record<string, unknown>) => Record<string, unknown>>;

/**
 * Brings a document of the right kind to the version this program reads.
 * Throws a DocumentError for another kind or a version that cannot be reached.
 */
export function migrate(
  value: unknown,
  {
    kind,
    version,
    migrations,
    file,
  }: { kind: string; version: number; migrations: Migrations; file: string },
): Record<string, unknown> {
  let document = value as Record<string, unknown> | null;
  if (typeof document !== 'object' || document === null || document.kind !== kind)
    throw new DocumentError(file, [`kind: not a ${kind.split('/')[1]} document (kind "${kind}" expected)`]);
  for (let at = document.schemaVersion; typeof at === 'number' && migrations[at]; at = document.schemaVersion)
    document = migrations[at](document);
  if (document.schemaVersion !== version)
    throw new DocumentError(file, [
      `schemaVersion: this program reads version ${version}, the document says ${JSON.stringify(document.schemaVersion)}`,
    ]);
  return document;
}

/** A kind of thing that is stored by itself: written with its kind and version, read through its migrations. */
export function storedKind<S extends z.ZodObject>(
  schema: S,
  { kind, version, migrations = {} }: { kind: string; version: number; migrations?: Migrations },
) {
  return {
    write: (value: z.output<S>) => ({ kind, schemaVersion: version, ...value }),
    /** Throws a DocumentError. @param file the name used in it. */
    read: (value: unknown, file: string): z.output<S> =>
      checkDocument(schema, migrate(value, { kind, version, migrations, file }), file),
  };
}
