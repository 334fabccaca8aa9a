import { randomUUID } from 'node:crypto';
import { and, desc, eq, isNull, lt, type SQL, sql } from 'drizzle-orm';
import {
  type PackRecord,
  parseRelease,
  releaseKind,
  releaseVersion,
  type ReleaseNote,
  type ReleaseRecord,
} from '@velvet-dusk/core/api/packs';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { compareReleases } from '@velvet-dusk/core/pack/changes';
import { notedPlates } from '@velvet-dusk/core/notes/words';
import { looksOnPlates } from '@velvet-dusk/core/pack/onPlates';
import { purposeOf } from '@velvet-dusk/core/pack/purpose';
import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import { type Pack, parsePack } from '@velvet-dusk/core/pack/document';
import { type PackSpec, specOf } from '@velvet-dusk/core/pack/spec';
import { countStanding } from '@velvet-dusk/core/pack/standing';
import type { Database } from '../db/open.ts';
import { artefacts, packs, releases } from '../db/schema.ts';
import { notFound } from '../problem.ts';
import { lutTexts } from '../files/lutFile.ts';
import { isRunning } from './isRunning.ts';
import type { LutService } from './luts.ts';
import type { PlateService } from './plates.ts';
import { readRows, whole } from './unreadable.ts';
import { saveSeen } from './versioned.ts';
import type { VersionService } from './versions.ts';

type Row = typeof packs.$inferSelect;

const toRecord = (row: Row): PackRecord => ({
  id: row.id,
  revision: row.revision,
  updatedAt: row.updatedAt,
  document: parsePack(whole(row.document), `pack ${row.id}`),
});

const readRelease = (document: unknown, name: string) => parseRelease(whole(document), name);

/** What a spec is made from at the time a job runs. */
export interface SpecParts {
  projectId: string;
  project: string;
  pack: Pack;
  /** Versions of looks, which never change. */
  looks: { id: string; version: number }[];
  profiles: Profile[];
}

interface NewRelease {
  packId: string;
  jobId: string;
  told: ReleaseNote;
  manifest: Manifest;
}

type ReleasedFile = ReturnType<typeof parseRelease>['files'][number];

function changesBetween(before: readonly ReleasedFile[], after: readonly ReleasedFile[]) {
  const { added, removed, changed } = compareReleases(before, after);
  return {
    added: added.map((f) => f.path),
    removed: removed.map((f) => f.path),
    changed: changed.map(({ file: { path, difference } }) => ({ path, difference })),
  };
}

/** Packs of a project, as they are planned, and their releases. */
export class PackService {
  constructor(
    private readonly db: Database,
    private readonly parts: { versions: VersionService; plates: PlateService; luts: LutService },
  ) {}

  /** The packs of a project, and those that cannot be read. */
  async list(projectId: string) {
    const rows = await this.db
      .select()
      .from(packs)
      .where(and(eq(packs.projectId, projectId), isNull(packs.deletedAt)))
      .orderBy(sql`rowid`);
    const nameOf = (row: Row) => (row.document as { name?: unknown } | null)?.name;
    return readRows(rows, 'pack', { read: toRecord, nameOf });
  }

  async get(id: string): Promise<PackRecord & { projectId: string }> {
    const [row] = await this.db.select().from(packs).where(eq(packs.id, id));
    if (!row) throw notFound('pack', id);
    return { ...toRecord(row), projectId: row.projectId };
  }

  /** Is there, or was there, a pack of this ID? */
  async exists(id: string): Promise<boolean> {
    const rows = await this.db.select({ id: packs.id }).from(packs).where(eq(packs.id, id));
    return rows.length > 0;
  }

  async create(projectId: string, document: Pack, id: string = randomUUID()): Promise<PackRecord> {
    const values = { id, projectId, document, updatedAt: new Date().toISOString() };
    const [row] = await this.db.insert(packs).values(values).returning();
    return toRecord(row);
  }

  /** Saves over exactly the revision the writer has seen. */
  save(id: string, document: Pack, seenRevision: number): Promise<PackRecord> {
    const updatedAt = new Date().toISOString();
    return saveSeen(
      {
        sayOf: (current) => `Pack "${current.document.name}"`,
        write: (next) =>
          this.db
            .update(packs)
            .set({ document, updatedAt, ...next })
            .where(and(eq(packs.id, id), eq(packs.revision, seenRevision)))
            .returning(),
        read: toRecord,
        current: async () => {
          const { projectId: _, ...current } = await this.get(id);
          return current;
        },
      },
      seenRevision,
    );
  }

  /** Deletes a pack, or brings it back; its releases stay. */
  async setDeleted(id: string, isDeleted: boolean): Promise<void> {
    await this.get(id);
    const deletedAt = isDeleted ? new Date().toISOString() : null;
    await this.db.update(packs).set({ deletedAt }).where(eq(packs.id, id));
  }

  /** The releases of a pack, the newest first, each against the one before it. */
  async releases(packId: string): Promise<ReleaseRecord[]> {
    await this.get(packId);
    const rows = await this.db
      .select()
      .from(releases)
      .where(eq(releases.packId, packId))
      .orderBy(desc(releases.number));
    return rows.map((row, i) => {
      const { note, recipients, reasons, stood, files } = readRelease(row.document, `release ${row.number}`);
      const before = rows[i + 1] ? readRelease(rows[i + 1].document, 'release before').files : [];
      return {
        number: row.number,
        createdAt: row.createdAt,
        jobId: row.jobId,
        note,
        recipients,
        reasons,
        stood,
        files: files.length,
        changes: changesBetween(before, files),
      };
    });
  }

  async nextNumber(packId: string): Promise<number> {
    const [row] = await this.db
      .select({ most: sql<number>`coalesce(max(${releases.number}), 0)` })
      .from(releases)
      .where(eq(releases.packId, packId));
    return row.most + 1;
  }

  /** A statement that writes a release down while its job is running; that and the end of the job are one step. */
  releaseOf({ packId, jobId, told, manifest }: NewRelease): SQL {
    const { number, date, standing } = manifest.release!;
    const document = {
      kind: releaseKind,
      schemaVersion: releaseVersion,
      ...told,
      stood: countStanding(standing),
      files: manifest.files.map((file) => {
        const { path, sha256, difference } = file;
        return { path, sha256, purpose: purposeOf(file), difference };
      }),
    };
    const values = [randomUUID(), packId, number, jobId, JSON.stringify(document), date].map(
      (v) => sql`${v}`,
    );
    return sql`INSERT INTO ${releases} (id, pack_id, number, job_id, document, created_at) SELECT ${sql.join(values, sql`, `)} WHERE ${isRunning(jobId)}`;
  }

  /** Everything a pack is made of, as one document. */
  async specFor({ projectId, project, pack, looks, profiles }: SpecParts): Promise<PackSpec> {
    const documents = await Promise.all(
      looks.map(async ({ id, version }) => ({
        id,
        version,
        document: (await this.parts.versions.get(id, String(version))).document,
      })),
    );
    const files = documents.flatMap(({ document }) => this.parts.luts.of(document));
    const named = [...new Map(files.map((f) => [f.sha256, f])).values()];
    const luts = await lutTexts(named);
    const { plates, profiles: recordedBy } = await this.parts.plates.forPack(projectId);
    const known = new Set(profiles.map((p) => p.id));
    const { items } = await this.parts.plates.list(projectId);
    const onPlates = looksOnPlates(documents, items);
    const shotNotes = notedPlates(items.filter((p) => p.kind === 'plate'));
    return {
      ...specOf(pack, {
        looks: documents,
        profiles: [...profiles, ...recordedBy.filter((p) => !known.has(p.id))],
      }),
      project,
      luts,
      plates,
      ...(onPlates && { onPlates }),
      ...(shotNotes.length > 0 && { shotNotes }),
    };
  }

  /**
   * The latest release: its files, for the list of changes of the next, and the zip of it where that is kept.
   * @param below only releases of a lower number.
   */
  async latest(
    packId: string,
    below = Infinity,
  ): Promise<{ previous: PackSpec['previous']; zip: string | null }> {
    const [row] = await this.db
      .select()
      .from(releases)
      .where(
        and(eq(releases.packId, packId), Number.isFinite(below) ? lt(releases.number, below) : undefined),
      )
      .orderBy(desc(releases.number))
      .limit(1);
    if (!row) return { previous: null, zip: null };
    const files = readRelease(row.document, 'release').files.map(({ path, sha256, purpose }) => ({
      path,
      sha256,
      purpose,
    }));
    const made = await this.db.select().from(artefacts).where(eq(artefacts.jobId, row.jobId));
    const zip = made.find((a) => (a.document as { kind?: unknown }).kind === 'velvet-dusk/pack-result');
    return { previous: { number: row.number, files }, zip: zip?.sha256 ?? null };
  }
}
