import { eq } from 'drizzle-orm';
import type { Project } from '@velvet-dusk/core/api/contract';
import { checkDocument } from '@velvet-dusk/core/document';
import { type PracticeSettings, practiceSchema, usualPractice } from '@velvet-dusk/core/readings/practice';
import { type Display, displaySchema, standardDisplay } from '@velvet-dusk/core/render/rendering';
import type { Database } from '../db/open.ts';
import { projects } from '../db/schema.ts';
import { notFound } from '../problem.ts';
import { readRows, whole } from './unreadable.ts';
import type { LookService } from './looks.ts';
import type { PlateService } from './plates.ts';
import type { ProfileService } from './profiles.ts';

export class ProjectService {
  constructor(
    private readonly db: Database,
    private readonly parts: { profiles: ProfileService; plates: PlateService; looks: LookService },
  ) {}

  list(): Promise<{ id: string; name: string }[]> {
    return this.db.select({ id: projects.id, name: projects.name }).from(projects).orderBy(projects.name);
  }

  async exists(id: string): Promise<boolean> {
    const rows = await this.db.select({ id: projects.id }).from(projects).where(eq(projects.id, id));
    return rows.length > 0;
  }

  async create(id: string, name: string): Promise<void> {
    await this.db.insert(projects).values({ id, name });
  }

  /** Everything a screen needs to open a project; frames are fetched one by one. */
  async open(id: string): Promise<Project> {
    const [project] = await this.db.select().from(projects).where(eq(projects.id, id));
    if (!project) throw notFound('project', id);
    const [records, plates, looks] = await Promise.all([
      this.parts.profiles.list(),
      this.parts.plates.list(id),
      this.parts.looks.list(id),
    ]);
    const settings = readRows([project], 'settings', {
      read: ({ practice, viewing }) => ({
        practice: checkDocument(practiceSchema, whole(practice), 'practice'),
        viewing: checkDocument(displaySchema, whole(viewing), 'viewing'),
      }),
      nameOf: ({ name }) => name,
    });
    return {
      ...{ id, name: project.name },
      ...(settings.good[0] ?? { practice: usualPractice, viewing: standardDisplay }),
      profiles: records.good.map((r) => r.document),
      profileRevisions: Object.fromEntries(records.good.map((r) => [r.document.id, r.revision])),
      ...{ plates: plates.good, looks: looks.good },
      unreadable: [...settings.bad, ...records.bad, ...plates.bad, ...looks.bad],
    };
  }

  /** Sets the schools of practice. The last one to choose wins: they are a few switches, not a document. */
  async setPractice(id: string, practice: PracticeSettings): Promise<PracticeSettings> {
    const [row] = await this.db.update(projects).set({ practice }).where(eq(projects.id, id)).returning();
    if (!row) throw notFound('project', id);
    return practiceSchema.parse(row.practice);
  }

  /** What pictures of a project are shown on; the standard where its row cannot be read. */
  async viewing(id: string): Promise<Display> {
    const [row] = await this.db
      .select({ viewing: projects.viewing })
      .from(projects)
      .where(eq(projects.id, id));
    if (!row) throw notFound('project', id);
    return displaySchema.safeParse(row.viewing).data ?? standardDisplay;
  }

  /** Sets what pictures are shown on. The last one to choose wins. */
  async setViewing(id: string, viewing: Display): Promise<Display> {
    const [row] = await this.db.update(projects).set({ viewing }).where(eq(projects.id, id)).returning();
    if (!row) throw notFound('project', id);
    return displaySchema.parse(row.viewing);
  }
}
