import { lookRecordSchema, plateSchema, type Project } from '@velvet-dusk/core/api/contract';
import { canonicalJson } from '@velvet-dusk/core/look/hash';
import { ApiError, ask } from '../api/client.ts';
import {
  type BenchDocument,
  documentOf,
  editsOf,
  fromProject,
  history,
  type PlateEdits,
  useDocument,
} from './document.ts';
import { dropDraft, readDraft, readHistory, writeDraft, writeHistory } from './drafts.ts';
import { setStatus, useSaveStatus } from './saveStatus.ts';

/** Milliseconds of quiet before a change is sent, and between tries while the server is away. */
const quiet = 300;
const retryAfter = 1500;
/** Milliseconds until a change is taken down as a draft; leaving the page does it at once. */
const noteAfter = 200;

const same = (a: unknown, b: unknown) => a === b || canonicalJson(a) === canonicalJson(b);

/** Keeps the server's copy of one look and its plates true to the bench, by versions. */
class Autosave {
  private lookId = '';
  private version = 0;
  private plateVersions: Record<string, number> = {};
  private saved: BenchDocument | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private noting: ReturnType<typeof setTimeout> | undefined;
  private sending: Promise<void> | undefined;

  /** Opens a look: the server's copy, or an unsaved draft of the same version. */
  open(project: Project, lookId: string): void {
    const record = project.looks.find((l) => l.id === lookId);
    if (!record) return;
    this.lookId = lookId;
    this.setVersion(record.version);
    this.plateVersions = Object.fromEntries(project.plates.map((p) => [p.id, p.version]));
    this.saved = fromProject(project, record.document);
    const draft = readDraft(lookId);
    const theirs = this.saved;
    const mine = draft && {
      look: draft.document.look,
      plates: { ...theirs.plates, ...draft.document.plates },
    };
    useDocument.getState().replace(lookId, mine && draft.version === record.version ? mine : theirs);
    this.restoreHistory(record.version);
    if (mine && draft.version !== record.version && !same(mine.look, theirs.look))
      setStatus({ kind: 'conflict', mine, theirsVersion: record.version });
    else if (mine && !same(mine, theirs)) this.note();
    else setStatus({ kind: 'saved', at: new Date(record.updatedAt) });
  }

  /** Takes in plates that were added since; edits are left alone. */
  addPlates(project: Project): void {
    const known = useDocument.getState().plates;
    const fresh = project.plates.filter((p) => !(p.id in known));
    if (fresh.length === 0 || !this.saved) return;
    for (const plate of fresh) {
      this.plateVersions[plate.id] = plate.version;
      this.saved = { ...this.saved, plates: { ...this.saved.plates, [plate.id]: editsOf(plate) } };
    }
    history().pause();
    useDocument.setState((s) => ({
      plates: { ...s.plates, ...Object.fromEntries(fresh.map((p) => [p.id, editsOf(p)])) },
    }));
    history().resume();
  }

  isOpen(lookId: string): boolean {
    return this.lookId === lookId;
  }

  /** Called on every change of the document. A moving control changes it many times a second: noting it waits a little. */
  changed(): void {
    this.noting ??= setTimeout(() => this.note(), noteAfter);
  }

  /** Takes down what is unsaved. */
  note(): void {
    clearTimeout(this.noting);
    this.noting = undefined;
    if (!this.saved || useSaveStatus.getState().status.kind === 'conflict') return;
    const now = documentOf(useDocument.getState());
    if (same(now, this.saved)) return;
    writeDraft(this.lookId, { version: this.version, document: now });
    setStatus({ kind: 'saving' });
    this.later(quiet);
  }

  /** Sends what is unsaved and waits for it. Throws where it cannot be saved. */
  async flush(): Promise<number> {
    clearTimeout(this.timer);
    await this.send();
    const { status } = useSaveStatus.getState();
    if (status.kind !== 'saved') throw new Error('why' in status ? status.why : 'The look is not saved yet.');
    return this.version;
  }

  /** Ends a conflict: keep mine on top of theirs, or take theirs. Either stays in the undo history. */
  async resolve(choice: 'mine' | 'theirs'): Promise<void> {
    const { status } = useSaveStatus.getState();
    if (status.kind !== 'conflict') return;
    const record = await ask(`/looks/${this.lookId}`, lookRecordSchema);
    this.setVersion(record.version);
    const plates = useDocument.getState().plates;
    this.saved = { look: record.document, plates: this.saved?.plates ?? plates };
    useDocument.setState({ look: choice === 'mine' ? status.mine.look : record.document });
    if (choice === 'mine') useDocument.setState({ plates: { ...plates, ...status.mine.plates } });
    setStatus({ kind: 'saving' });
    await this.send();
  }

  private setVersion(version: number): void {
    this.version = version;
    useSaveStatus.setState({ version });
  }

  private restoreHistory(version: number): void {
    const { past, future } = readHistory(this.lookId, version);
    useDocument.temporal.setState({ pastStates: past, futureStates: future });
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
    if (!this.saved) return;
    try {
      if (!same(now.look, this.saved.look)) await this.sendLook(now);
      for (const id of Object.keys(now.plates)) await this.sendPlate(id, now);
    } catch (error) {
      return this.failed(error, now);
    }
    if (!same(now, documentOf(useDocument.getState()))) return this.later(quiet);
    dropDraft(this.lookId);
    const { pastStates, futureStates } = history();
    writeHistory(this.lookId, this.version, pastStates, futureStates);
    setStatus({ kind: 'saved', at: new Date() });
  }

  private async sendLook(now: BenchDocument): Promise<void> {
    const options = { method: 'PUT', json: now.look, version: this.version } as const;
    const record = await ask(`/looks/${this.lookId}`, lookRecordSchema, options);
    this.setVersion(record.version);
    this.saved = { ...this.saved!, look: now.look };
  }

  /** Sends what has changed of a plate, if anything has. */
  private async sendPlate(id: string, now: BenchDocument): Promise<void> {
    const edits = now.plates[id];
    const before = this.saved!.plates[id];
    const keys = (Object.keys(edits) as (keyof PlateEdits)[]).filter((k) => !same(edits[k], before?.[k]));
    if (keys.length === 0 || !(id in this.plateVersions)) return;
    const change = Object.fromEntries(keys.map((k) => [k, edits[k]]));
    const options = { method: 'PATCH', json: change, version: this.plateVersions[id] } as const;
    const plate = await ask(`/plates/${id}`, plateSchema, options);
    this.plateVersions[id] = plate.version;
    this.saved = { ...this.saved!, plates: { ...this.saved!.plates, [id]: edits } };
  }

  private failed(error: unknown, mine: BenchDocument): void {
    const { message } = error as Error;
    if (error instanceof ApiError && error.status === 412) return this.conflicted(error, mine);
    if (error instanceof ApiError && error.status < 500) return setStatus({ kind: 'refused', why: message });
    setStatus({ kind: 'waiting', why: message });
    this.later(retryAfter);
  }

  private conflicted(error: ApiError, mine: BenchDocument): void {
    const current = error.body.current as { id: string; version: number };
    // A plate changed elsewhere: its newer version is noted, and the next try goes on top of it by choice.
    if (current.id in this.plateVersions) this.plateVersions[current.id] = current.version;
    setStatus({ kind: 'conflict', mine, theirsVersion: current.version });
  }
}

export const autosave = new Autosave();
useDocument.subscribe(() => autosave.changed());
if (typeof window !== 'undefined') window.addEventListener('pagehide', () => autosave.note());
