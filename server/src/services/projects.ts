import { and, count, countDistinct, desc, eq, inArray, isNull, type SQL, sql } from 'drizzle-orm';
import { starredSchema } from '@velvet-dusk/core/api/contract';
import type {
  NewProject,
  Project,
  ProjectChange,
  ProjectSettings,
  ProjectSummary,
} from '@velvet-dusk/core/api/contract';
import { isExport, jobKindIds } from '@velvet-dusk/core/api/jobs';
import { checkDocument } from '@velvet-dusk/core/document';
import { newLook } from '@velvet-dusk/core/look/document';
import { taughtWordsSchema } from '@velvet-dusk/core/inspect/names/taught';
import { practiceSchema, usualPractice } from '@velvet-dusk/core/readings/practice';
import { type Display, displaySchema, standardDisplay } from '@velvet-dusk/core/render/display';
import { gateSchema } from '@velvet-dusk/core/trial/gate';
import type { Database } from '../db/open.ts';
import { jobs, looks, plates, projects } from '../db/schema.ts';
import { notFound } from '../problem.ts';
import { copyProject } from './copyProject.ts';
import { freeId } from './freeId.ts';
import { readRows, whole } from './unreadable.ts';
import { saveSeen } from './versioned.ts';
import type { LookService } from './looks.ts';
import type { PlateService } from './plates.ts';
import type { ProfileService } from './profiles.ts';

type Row = typeof projects.$inferSelect;

const readSettings = ({ practice, viewing, gate, taughtWords, starred }: Row) => ({
  practice: checkDocument(practiceSchema, whole(practice), 'practice'),
  viewing: checkDocument(displaySchema, whole(viewing), 'viewing'),
  gate: checkDocument(gateSchema.nullable(), whole(gate), 'gate'),
  taughtWords: checkDocument(taughtWordsSchema, whole(taughtWords), 'taughtWords'),
  starred: checkDocument(starredSchema, whole(starred), 'starred'),
});

/** Settings of a project whose own cannot be read. */
const usualSettings: ReturnType<typeof readSettings> = {
  practice: usualPractice,
  viewing: standardDisplay,
  gate: null,
  taughtWords: [],
  starred: [],
};

const now = () => new Date().toISOString();

export class ProjectService {
  constructor(
    private readonly db: Database,
    private readonly parts: { profiles: ProfileService; plates: PlateService; looks: LookService },
  ) {}

  /** All projects, the one opened last first; also those that are archived or deleted. */
  async list(): Promise<ProjectSummary[]> {
    return this.listQuery();
  }

  /** The query of the list, for whoever looks at how it is answered. */
  listQuery() {
    // References are finished pictures, of no camera.
    const plate = and(eq(plates.projectId, projects.id), eq(plates.kind, 'plate'), isNull(plates.deletedAt));
    const those = (select: { getSQL(): SQL }) => sql<number>`(${select})`;
    const exported = and(
      eq(jobs.projectId, projects.id),
      inArray(
        jobs.kind,
        jobKindIds.filter((kind) => isExport({ kind })),
      ),
      eq(jobs.state, 'done'),
    );
    const { id, name, isDemo, revision, openedAt, archivedAt, deletedAt } = projects;
    const counts = {
      cameras: those(
        this.db
          .select({ n: countDistinct(plates.profileId) })
          .from(plates)
          .where(plate),
      ),
      plates: those(this.db.select({ n: count() }).from(plates).where(plate)),
      looks: those(
        this.db
          .select({ n: count() })
          .from(looks)
          .where(and(eq(looks.projectId, projects.id), isNull(looks.deletedAt))),
      ),
      exports: those(this.db.select({ n: count() }).from(jobs).where(exported)),
    };
    return this.db
      .select({ id, name, isDemo, revision, openedAt, archivedAt, deletedAt, ...counts })
      .from(projects)
      .orderBy(desc(openedAt), name);
  }

  /** The ID itself. Throws where there is no such project. */
  async there(id: string): Promise<string> {
    if (!(await this.exists(id))) throw notFound('project', id);
    return id;
  }

  async exists(id: string): Promise<boolean> {
    const rows = await this.db.select({ id: projects.id }).from(projects).where(eq(projects.id, id));
    return rows.length > 0;
  }

  /** A project under an ID of the caller's, with nothing in it. */
  async create(id: string, name: string, { isDemo = false } = {}): Promise<void> {
    await this.db.insert(projects).values({ id, name, isDemo });
  }

  /** A project of somebody's own, with a first look that does nothing yet. */
  async begin({ name, practice }: NewProject): Promise<ProjectSettings> {
    const id = await this.insertNamed({ name, practice, openedAt: now() });
    await this.parts.looks.create(id, newLook('First look'));
    return this.settings(id);
  }

  /** Inserts a project under an ID made of its name. Two of one name at once each get one of their own. */
  private async insertNamed(values: Omit<typeof projects.$inferInsert, 'id'>): Promise<string> {
    for (;;) {
      const id = await freeId(values.name, (id) => this.exists(id));
      const rows = await this.db
        .insert(projects)
        .values({ ...values, id })
        .onConflictDoNothing()
        .returning({ id: projects.id });
      if (rows.length > 0) return id;
    }
  }

  /** The same plates, looks and settings under a new name; exports and versions stay with the first. */
  async duplicate(id: string): Promise<ProjectSettings> {
    const { name } = await this.row(id);
    const copy = `${name.slice(0, 74)} copy`;
    const copyId = await freeId(copy, (id) => this.exists(id));
    await copyProject(this.db, id, { id: copyId, name: copy, openedAt: now() });
    return this.settings(copyId);
  }

  /** Renames, archives or deletes a project, or takes one of the last two back. */
  async change(
    id: string,
    { name, archived, deleted }: ProjectChange,
    seenRevision: number,
  ): Promise<ProjectSettings> {
    const at = (isSet: boolean | undefined) => (isSet === undefined ? undefined : isSet ? now() : null);
    return this.set(id, { name, archivedAt: at(archived), deletedAt: at(deleted) }, seenRevision);
  }

  /** Sets schools of practice, display, release criteria, taught words or what is starred. */
  setSettings(
    id: string,
    settings: Partial<Pick<ProjectSettings, 'practice' | 'viewing' | 'gate' | 'taughtWords' | 'starred'>>,
    seenRevision: number,
  ): Promise<ProjectSettings> {
    return this.set(id, settings, seenRevision);
  }

  /** Writes over exactly the revision the writer has seen. */
  private set(
    id: string,
    values: Partial<typeof projects.$inferInsert>,
    seenRevision: number,
  ): Promise<ProjectSettings> {
    return saveSeen(
      {
        sayOf: (current) => `Project "${current.name}"`,
        write: (next) =>
          this.db
            .update(projects)
            .set({ ...values, ...next })
            .where(and(eq(projects.id, id), eq(projects.revision, seenRevision)))
            .returning(),
        read: (row) => this.toSettings(row),
        current: () => this.settings(id),
      },
      seenRevision,
    );
  }

  /** Notes that a project is opened now. */
  async opened(id: string): Promise<void> {
    await this.row(id);
    await this.db.update(projects).set({ openedAt: now() }).where(eq(projects.id, id));
  }

  /** Everything a screen needs to open a project, but for plates after the first page; frames are fetched one by one. */
  async open(id: string): Promise<Project> {
    const row = await this.row(id);
    const [profiles, plates, looks] = await Promise.all([
      this.parts.profiles.list(id),
      this.parts.plates.page(id),
      this.parts.looks.list(id),
    ]);
    const read = readRows([row], 'settings', { read: readSettings, nameOf: ({ name }) => name });
    return {
      ...this.toSettings(row),
      profiles: profiles.items,
      plates: plates.items,
      nextPlates: plates.next,
      looks: looks.items,
      unreadable: [read, profiles, plates, looks].flatMap((part) => part.unreadable),
    };
  }

  /** What a project is called and how it works; the usual where that cannot be read. */
  async settings(id: string): Promise<ProjectSettings> {
    return this.toSettings(await this.row(id));
  }

  private toSettings(row: Row): ProjectSettings {
    const read = readRows([row], 'settings', { read: readSettings, nameOf: ({ name }) => name });
    const settings = read.items[0] ?? usualSettings;
    return { id: row.id, name: row.name, isDemo: row.isDemo, revision: row.revision, ...settings };
  }

  private async row(id: string): Promise<Row> {
    const [row] = await this.db.select().from(projects).where(eq(projects.id, id));
    if (!row) throw notFound('project', id);
    return row;
  }

  /** What pictures of a project are shown on; the standard where its row cannot be read. */
  async viewing(id: string): Promise<Display> {
    return (await this.settings(id)).viewing;
  }
}
