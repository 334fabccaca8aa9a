import { and, desc, eq } from 'drizzle-orm';
import { trialNoteSchema, type TrialNote, type Job } from '@velvet-dusk/core/api/jobs';
import type { Look } from '@velvet-dusk/core/look/document';
import type { z } from 'zod';
import type { clipOrderSchema } from '@velvet-dusk/core/api/trials';
import { contentHash, recipeHash } from '@velvet-dusk/core/look/hash';
import { parseTrial } from '@velvet-dusk/core/trial/document';
import type { Gate } from '@velvet-dusk/core/trial/gate';
import { readLookKey } from '@velvet-dusk/core/trial/lookKey';
import type { TriedLook } from '@velvet-dusk/core/pack/spec';
import { onBoard, parseTrialResult } from '@velvet-dusk/core/trial/run';
import type { Database } from '../db/open.ts';
import { artefacts, jobs as jobRows } from '../db/schema.ts';
import type { ClipPayload } from '../jobs/kinds/measureClip.ts';
import type { TrialPayload } from '../jobs/trialPayload.ts';
import { Problem } from '../problem.ts';
import type { FileStore } from '../files/store.ts';
import type { ClipService } from './clips.ts';
import type { JobService } from './jobs.ts';
import type { LookService } from './looks.ts';
import type { ProfileService } from './profiles.ts';
import type { ProjectService } from './projects.ts';
import type { VersionService } from './versions.ts';

/** A look that has not passed a gate, and why. */
export interface Unpassed {
  lookId: string;
  name: string;
  why: 'untried' | 'failed';
}

/** Orders for runs of boards, and what runs say of looks. */
export class TrialService {
  constructor(
    private readonly db: Database,
    private readonly parts: {
      jobs: JobService;
      looks: LookService;
      profiles: ProfileService;
      projects: ProjectService;
      versions: VersionService;
      clips: ClipService;
      files: FileStore;
    },
  ) {}

  /** Takes an order for a run; looks that are tried as they are edited now become versions where they are none yet. */
  async order(
    projectId: string,
    { trial: document, endurance }: { trial?: unknown; endurance: boolean },
  ): Promise<Job> {
    const { jobs, looks, profiles, projects, versions } = this.parts;
    const trial = parseTrial(document, 'trial');
    const { name, practice, viewing, gate } = await projects.settings(projectId);
    const there = (await looks.list(projectId)).items;
    const used = [];
    for (const key of new Set([...onBoard(trial).looks])) {
      const { id, version } = readLookKey(key);
      const look = there.find((l) => l.id === id);
      if (!look) throw new Problem(422, 'Cannot be run', `Look "${id}" is not there.`);
      const number = version ?? (await versions.ensure(id, look.document, `Trial ${trial.name}`)).number;
      const told = await versions.get(id, String(number));
      used.push({ key, id, name: told.document.name, version: number });
    }
    return jobs.order('trial', projectId, {
      kind: 'velvet-dusk/trial-order',
      schemaVersion: 1,
      project: name,
      trial,
      looks: used,
      profiles: await profiles.finished(projectId),
      practice,
      display: viewing,
      gate,
      endurance,
    } satisfies TrialPayload);
  }

  /** Of some looks, how far each holds by its latest run that searched for it. */
  async tried(projectId: string, looks: readonly { id: string; document: Look }[]): Promise<TriedLook[]> {
    const found = new Map<string, TriedLook>();
    for (const { note, sha256 } of await this.notes(projectId)) {
      const mine = looks.filter(
        ({ id, document }) => !found.has(id) && note.looks.some((l) => l.hash === recipeHash(document)),
      );
      if (mine.length === 0 || !(await this.parts.files.has(sha256))) continue;
      const {
        endurance,
        practice,
        looks: tried,
      } = parseTrialResult(await this.parts.files.json(sha256), 'trial result');
      for (const { id, document } of mine) {
        const key = tried.find((l) => l.hash === recipeHash(document))?.id;
        const its = endurance.filter((e) => e.lookId === key);
        if (its.length > 0) found.set(id, { lookId: id, practice, endurance: its });
      }
    }
    return [...found.values()];
  }

  /** What the runs of a project came to, the latest first. */
  private async notes(projectId: string): Promise<{ note: TrialNote; sha256: string }[]> {
    const rows = await this.db
      .select({ document: artefacts.document, sha256: artefacts.sha256 })
      .from(artefacts)
      .innerJoin(jobRows, eq(artefacts.jobId, jobRows.id))
      .where(and(eq(jobRows.projectId, projectId), eq(jobRows.kind, 'trial'), eq(jobRows.state, 'done')))
      .orderBy(desc(jobRows.createdAt));
    return rows.flatMap(({ document, sha256 }) => {
      const note = trialNoteSchema.safeParse(document).data;
      return note ? [{ note, sha256 }] : [];
    });
  }

  /** Takes an order to measure a look over a clip. */
  async orderClip(
    projectId: string,
    { clipId, lookId, profileId, proof }: z.output<typeof clipOrderSchema>,
  ): Promise<Job> {
    const { jobs, looks, profiles, projects, versions, clips } = this.parts;
    const { practice, viewing } = await projects.settings(projectId);
    const look = (await looks.list(projectId)).items.find((l) => l.id === lookId);
    const profile = (await profiles.finished(projectId)).find((p) => p.id === profileId);
    if (!look) throw new Problem(422, 'Cannot be measured', `Look "${lookId}" is not there.`);
    if (!profile) throw new Problem(422, 'Cannot be measured', `Profile "${profileId}" is not there.`);
    const { sha, name } = await clips.stored(clipId, projectId);
    const { number } = await versions.ensure(lookId, look.document, `Clip ${name}`);
    return jobs.order('clip', projectId, {
      kind: 'velvet-dusk/clip-order',
      schemaVersion: 1,
      clip: { sha, name },
      look: { id: lookId, name: look.document.name, version: number },
      profile: profile,
      practice,
      display: viewing,
      proof,
    } satisfies ClipPayload);
  }

  /** Of some looks, those that no run of theirs has brought through a gate. The latest run of a recipe counts. */
  async unpassed(
    projectId: string,
    gate: Gate,
    looks: readonly { id: string; document: Look }[],
  ): Promise<Unpassed[]> {
    const wanted = contentHash(gate);
    const notes = (await this.notes(projectId)).map((n) => n.note).filter((n) => n.gate === wanted);
    return looks.flatMap(({ id, document }): Unpassed[] => {
      const hash = recipeHash(document);
      const tried = notes.flatMap((n) => n.looks.find((l) => l.hash === hash && l.passed !== null) ?? []);
      if (tried[0]?.passed) return [];
      return [{ lookId: id, name: document.name, why: tried.length === 0 ? 'untried' : 'failed' }];
    });
  }
}
