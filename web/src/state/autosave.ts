import { lookRecordSchema, type Plate, plateSchema, type Project } from '@velvet-dusk/core/api/contract';
import type { Look } from '@velvet-dusk/core/look/document';
import { ApiError, ask } from '../api/client.ts';
import {
  type BenchDocument,
  documentOf,
  editsOf,
  fromProject,
  history,
  type PlateEdits,
  rebaseHistory,
  useDocument,
} from './document.ts';
import { DraftKeeper } from './drafts.ts';
import { readHistory, writeHistory } from './keptHistory.ts';
import { changedFields, onTop, same } from './merge.ts';
import {
  addConflict,
  endConflict,
  endConflicts,
  hasConflict,
  setStatus,
  useSaveStatus,
} from './saveStatus.ts';

/** Milliseconds of quiet before a change is sent, and between tries while the server is away. */
const quiet = 300;
const retryAfter = 1500;
/** Milliseconds until a change is taken down as a draft; leaving the page does it at once. */
const noteAfter = 200;

interface Saved<T> {
  revision: number;
  content: T;
}

/**
 * Keeps the server's copy of one look and its plates true to the bench. Each is a document with a revision, a draft and
 * conflicts of its own: one that was changed elsewhere is not sent until somebody has chosen, and holds no other up.
 */
class Autosave {
  private lookId = '';
  private look: Saved<Look> | undefined;
  private plates: Record<string, Saved<PlateEdits>> = {};
  private drafts: DraftKeeper | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private noting: ReturnType<typeof setTimeout> | undefined;
  private sending: Promise<void> | undefined;

  /** Opens a look: the server's copy, with the unsaved drafts that were made on it. */
  async open(project: Project, lookId: string): Promise<void> {
    const record = project.looks.find((l) => l.id === lookId);
    if (!record) return;
    this.lookId = lookId;
    this.drafts ??= await DraftKeeper.start();
    endConflicts(['look', 'plate']);
    this.look = { revision: record.revision, content: record.document };
    this.plates = Object.fromEntries(
      project.plates.map((p) => [p.id, { revision: p.revision, content: editsOf(p) }]),
    );
    useSaveStatus.setState({ revision: record.revision });
    useDocument.getState().replace(lookId, this.withDrafts(project, record.document));
    const { past, future } = readHistory(lookId, record.revision);
    useDocument.temporal.setState({ pastStates: past, futureStates: future });
    setStatus({ kind: 'saved', at: new Date(record.updatedAt) });
    this.note();
  }

  /** The saved documents with drafts on top; a draft on an older revision that cannot be put on top is a conflict. */
  private withDrafts(project: Project, saved: Look): BenchDocument {
    const document = fromProject(project, saved);
    const draft = this.drafts!.read('look', this.lookId);
    if (draft && draft.base === this.look!.revision) document.look = draft.mine;
    else if (draft && same(draft.mine, saved)) this.drafts!.drop('look', this.lookId);
    else if (draft) this.lookClashes(draft.mine, saved, this.look!.revision);
    for (const { id, name, revision } of project.plates) {
      const change = this.drafts!.read('plate', id);
      if (!change) continue;
      const theirs = this.plates[id].content;
      const before = change.base === revision ? theirs : change.before;
      const merged = onTop(theirs, change.mine, before);
      if (merged) document.plates[id] = merged;
      else this.plateClashes({ id, name, mine: { ...theirs, ...change.mine }, theirs, revision });
    }
    return document;
  }

  /** Takes in plates that were added since; edits are left alone. */
  addPlates(project: Project): void {
    const known = useDocument.getState().plates;
    const fresh = project.plates.filter((p) => !(p.id in known));
    if (fresh.length === 0 || !this.look) return;
    for (const plate of fresh) this.plates[plate.id] = { revision: plate.revision, content: editsOf(plate) };
    quietly(() =>
      useDocument.setState((s) => ({
        plates: { ...s.plates, ...Object.fromEntries(fresh.map((p) => [p.id, editsOf(p)])) },
      })),
    );
  }

  isOpen(lookId: string): boolean {
    return this.lookId === lookId;
  }

  /** Called on every change of the document. A moving control changes it many times a second: noting it waits a little. */
  changed(): void {
    this.noting ??= setTimeout(() => this.note(), noteAfter);
  }

  /** Takes down what is unsaved. What was undone back to what is saved keeps no draft: it would come back on opening. */
  note(): void {
    clearTimeout(this.noting);
    this.noting = undefined;
    if (!this.look || !this.drafts) return;
    const now = documentOf(useDocument.getState());
    const look = !hasConflict('look', this.lookId) && this.noteLook(now.look);
    const plates = Object.keys(this.plates)
      .filter((id) => now.plates[id] && !hasConflict('plate', id))
      .filter((id) => this.notePlate(id, now.plates[id]));
    const allIsSaved = !look && plates.length === 0;
    if (allIsSaved && useSaveStatus.getState().status.kind === 'saved') return;
    setStatus({ kind: 'saving' });
    this.later(quiet);
  }

  /** Whether the look is unsaved. */
  private noteLook(mine: Look): boolean {
    const { revision, content } = this.look!;
    if (same(mine, content)) this.drafts!.drop('look', this.lookId);
    else this.drafts!.write('look', this.lookId, { base: revision, mine });
    return !same(mine, content);
  }

  /** Whether the plate is unsaved. */
  private notePlate(id: string, edits: PlateEdits): boolean {
    const { revision, content } = this.plates[id];
    const mine = edits === content ? {} : changedFields(content, edits);
    const keys = Object.keys(mine) as (keyof PlateEdits)[];
    const before = Object.fromEntries(keys.map((k) => [k, content[k]])) as Partial<PlateEdits>;
    if (keys.length === 0) this.drafts!.drop('plate', id);
    else this.drafts!.write('plate', id, { base: revision, mine, before });
    return keys.length > 0;
  }

  /** Sends what is unsaved and waits for it. Throws where it cannot be saved. */
  async flush(): Promise<number> {
    clearTimeout(this.timer);
    await this.send();
    const { status, conflicts } = useSaveStatus.getState();
    const conflict = conflicts.find((c) => c.kind !== 'profile');
    if (conflict) throw new Error(`"${conflict.name}" was changed elsewhere. Choose a side first.`);
    if (status.kind !== 'saved') throw new Error('why' in status ? status.why : 'The look is not saved yet.');
    return this.look!.revision;
  }

  private later(after: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), after);
  }

  private async send(): Promise<void> {
    while (this.sending) await this.sending;
    this.sending = this.sendNow().finally(() => (this.sending = undefined));
    await this.sending;
  }

  private async sendNow(): Promise<void> {
    const now = documentOf(useDocument.getState());
    if (!this.look) return;
    try {
      await this.sendLook(now.look);
      for (const id of Object.keys(now.plates)) await this.sendPlate(id, now.plates[id]);
    } catch (error) {
      return this.failed(error);
    }
    if (!same(now, documentOf(useDocument.getState()))) {
      // What was edited meanwhile is taken down anew: the save has dropped the drafts of what it sent.
      this.note();
      return this.later(quiet);
    }
    const { pastStates, futureStates } = history();
    writeHistory(this.lookId, this.look.revision, pastStates, futureStates);
    setStatus({ kind: 'saved', at: new Date() });
  }

  private async sendLook(mine: Look): Promise<void> {
    if (same(mine, this.look!.content) || hasConflict('look', this.lookId)) return;
    const options = { method: 'PUT', json: mine, revision: this.look!.revision } as const;
    try {
      const { revision } = await ask(`/looks/${this.lookId}`, lookRecordSchema, options);
      this.lookIs(revision, mine);
      this.drafts!.drop('look', this.lookId);
    } catch (error) {
      const current = lookRecordSchema.safeParse(conflictBody(error));
      if (!current.success) throw error;
      this.lookClashes(mine, current.data.document, current.data.revision);
    }
  }

  private lookIs(revision: number, content: Look): void {
    this.look = { revision, content };
    useSaveStatus.setState({ revision });
  }

  /** Sends what has changed of a plate, if anything has. */
  private async sendPlate(id: string, mine: PlateEdits): Promise<void> {
    const saved = this.plates[id];
    if (!saved || mine === saved.content || hasConflict('plate', id)) return;
    const change = changedFields(saved.content, mine);
    if (Object.keys(change).length === 0) return;
    const options = { method: 'PATCH', json: change, revision: saved.revision } as const;
    try {
      const plate = await ask(`/plates/${id}`, plateSchema, options);
      this.plates[id] = { revision: plate.revision, content: mine };
      this.drafts!.drop('plate', id);
    } catch (error) {
      const current = plateSchema.safeParse(conflictBody(error));
      if (!current.success) throw error;
      this.plateMoved(current.data, mine, saved.content);
    }
  }

  /** A plate was saved elsewhere: what was changed there and here lies side by side, or clashes. */
  private plateMoved(plate: Plate, mine: PlateEdits, before: PlateEdits): void {
    const theirs = editsOf(plate);
    const { id, name, revision } = plate;
    const merged = onTop(theirs, changedFields(before, mine), before);
    if (!merged) return this.plateClashes({ id, name, mine, theirs, revision });
    this.plates[id] = { revision, content: theirs };
    quietly(() => useDocument.setState((s) => ({ plates: { ...s.plates, [id]: merged } })));
    rebaseHistory(id, before, theirs);
  }

  private lookClashes(mine: Look, theirs: Look, revision: number): void {
    const id = this.lookId;
    if (same(mine, theirs)) return this.lookIs(revision, theirs);
    addConflict({
      ...{ kind: 'look', id, name: mine.name, mine, theirs, theirsRevision: revision },
      resolve: (side) => {
        endConflict('look', id);
        this.drafts!.drop('look', id);
        // Theirs is what the server has; whatever is on the bench after this is a change on top of it.
        this.lookIs(revision, theirs);
        if (!same(useDocument.getState().look, mine)) useDocument.setState({ look: mine });
        if (side === 'theirs') useDocument.setState({ look: theirs });
        this.note();
        if (side === 'theirs') setStatus({ kind: 'saved', at: new Date() });
      },
    });
  }

  private plateClashes(clash: {
    id: string;
    name: string;
    mine: PlateEdits;
    theirs: PlateEdits;
    revision: number;
  }): void {
    const { id, name, mine, theirs, revision } = clash;
    addConflict({
      ...{ kind: 'plate', id, name, mine, theirs, theirsRevision: revision },
      resolve: (side) => {
        endConflict('plate', id);
        this.drafts!.drop('plate', id);
        this.plates[id] = { revision, content: theirs };
        const put = (edits: PlateEdits) =>
          useDocument.setState((s) => ({ plates: { ...s.plates, [id]: edits } }));
        if (!same(useDocument.getState().plates[id], mine)) put(mine);
        if (side === 'theirs') put(theirs);
        this.note();
      },
    });
  }

  private failed(error: unknown): void {
    const { message } = error as Error;
    const isFinal = error instanceof ApiError && error.status < 500 && error.status !== 423;
    if (isFinal) return setStatus({ kind: 'refused', why: message });
    setStatus({ kind: 'waiting', why: message });
    this.later(retryAfter);
  }
}

/** What the server has, where it refused an edit because of that. */
const conflictBody = (error: unknown): unknown =>
  error instanceof ApiError && error.status === 412 ? error.body.current : undefined;

/** Changes the document without a step of undo. */
function quietly(change: () => void): void {
  history().pause();
  change();
  history().resume();
}

export const autosave = new Autosave();
useDocument.subscribe(() => autosave.changed());
if (typeof window !== 'undefined') window.addEventListener('pagehide', () => autosave.note());
