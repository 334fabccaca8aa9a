import type { LookRecord, Plate } from '@velvet-dusk/core/api/contract';
import { lookRecordSchema, plateSchema } from '@velvet-dusk/core/api/contract';
import type { Look } from '@velvet-dusk/core/look/document';
import { saveLook } from '@velvet-dusk/core/api/endpoints/looks';
import { changePlate } from '@velvet-dusk/core/api/endpoints/plates';
import { call } from '../client.ts';
import { writeThrough } from '../project.ts';
import {
  documentOf,
  editsOf,
  history,
  type PlateEdits,
  quietly,
  rebaseHistory,
  useDocument,
} from '../../state/document.ts';
import { DraftKeeper, keptEdits, keptLook } from '../../state/drafts.ts';
import { readHistory, writeHistory } from '../../state/keptHistory.ts';
import { same } from '../../state/merge.ts';
import { endConflicts, setStatus, useSaveStatus } from '../../state/saveStatus.ts';
import { isFinal, SendLater, troubleOf } from './sendLater.ts';
import { VersionedSaver } from './versionedSaver.ts';

/** Milliseconds until a change is taken down as a draft; leaving the page does it at once. */
const noteAfter = 200;

const lookOf = ({ revision, document }: LookRecord) => ({ revision, content: document });
const plateOf = (plate: Plate) => ({ revision: plate.revision, content: editsOf(plate) });

const putLook = (look: Look) => useDocument.setState({ look });
const putPlate = (id: string, edits: PlateEdits) =>
  useDocument.setState((s) => ({ plates: { ...s.plates, [id]: edits } }));

const looks = new VersionedSaver<Look>({
  kind: 'look',
  kept: keptLook,
  isByField: false,
  nameOf: (look) => look.name,
  now: (id) => (useDocument.getState().lookId === id ? useDocument.getState().look : undefined),
  put: (_id, look) => putLook(look),
  putMerged: (_id, look) => quietly(() => putLook(look)),
  async send(id, look, revision) {
    const record = await call(saveLook, { id }, { body: look as Look, revision });
    writeThrough('looks', record);
    return record.revision;
  },
  current(body) {
    const record = lookRecordSchema.safeParse(body).data;
    if (record) writeThrough('looks', record);
    return record && lookOf(record);
  },
  onSettled(_id, side) {
    autosave.note();
    if (side === 'theirs') setStatus({ kind: 'saved', at: new Date() });
  },
});

const plates = new VersionedSaver<PlateEdits>({
  kind: 'plate',
  kept: keptEdits,
  isByField: true,
  nameOf: (edits) => edits.name,
  now: (id) => useDocument.getState().plates[id],
  put: putPlate,
  putMerged(id, merged, { before, theirs }) {
    quietly(() => putPlate(id, merged));
    rebaseHistory(id, before, theirs);
  },
  async send(id, change, revision) {
    const plate = await call(changePlate, { id }, { body: change, revision });
    writeThrough('plates', plate);
    return plate.revision;
  },
  current(body) {
    const plate = plateSchema.safeParse(body).data;
    if (plate) writeThrough('plates', plate);
    return plate && plateOf(plate);
  },
  onSettled: () => autosave.note(),
});

/** What a project holds that the bench edits. */
export interface Editable {
  plates: readonly Plate[];
  looks: readonly LookRecord[];
}

/** Keeps the server's copy of one look and the plates of its project true to the bench. */
class Autosave {
  private lookId = '';
  /** The look that is being opened, while the one before is still sent. */
  private opening = '';
  private hasDrafts = false;
  private readonly line = new SendLater(() => this.send());
  private noting: ReturnType<typeof setTimeout> | undefined;
  private sending: Promise<void> | undefined;

  /** Opens a look: the server's copy, with the unsaved drafts that were made on it. */
  async open(project: Editable, lookId: string): Promise<void> {
    const record = project.looks.find((l) => l.id === lookId);
    if (!record) return;
    this.opening = lookId;
    // What is open goes to the server first; what cannot be sent now waits as a draft.
    if (this.lookId !== '') {
      this.note();
      await this.send();
      this.line.stop();
    }
    this.lookId = lookId;
    this.opening = '';
    if (!this.hasDrafts) {
      const drafts = await DraftKeeper.start();
      for (const saver of [looks, plates]) saver.keepDrafts(drafts);
      this.hasDrafts = true;
    }
    endConflicts(['look', 'plate']);
    for (const saver of [looks, plates]) saver.clear();
    const look = looks.open(lookId, lookOf(record));
    const edits = Object.fromEntries(project.plates.map((p) => [p.id, plates.open(p.id, plateOf(p))]));
    useSaveStatus.setState({ revision: looks.savedOf(lookId)!.revision });
    useDocument.setState({ lookId, look, plates: edits });
    const { past, future } = readHistory(lookId, record.revision);
    useDocument.temporal.setState({ pastStates: past, futureStates: future });
    setStatus({ kind: 'saved', at: new Date(record.updatedAt) });
    this.note();
  }

  /** Takes in plates that were added since; edits are left alone. */
  addPlates(project: Editable): void {
    const known = useDocument.getState().plates;
    const fresh = project.plates.filter((p) => !(p.id in known));
    if (fresh.length === 0 || this.opening || !looks.savedOf(this.lookId)) return;
    const edits = Object.fromEntries(fresh.map((p) => [p.id, plates.open(p.id, plateOf(p))]));
    quietly(() => useDocument.setState((s) => ({ plates: { ...s.plates, ...edits } })));
  }

  isOpen(lookId: string): boolean {
    return (this.opening || this.lookId) === lookId;
  }

  /** Called on every change of the document. A moving control changes it many times a second: noting it waits a little. */
  changed(): void {
    this.noting ??= setTimeout(() => this.note(), noteAfter);
  }

  /** Takes down what is unsaved, and has it sent soon. */
  note(): void {
    clearTimeout(this.noting);
    this.noting = undefined;
    if (!looks.savedOf(this.lookId)) return;
    const unsaved = [looks.note(this.lookId), ...plates.ids.map((id) => plates.note(id))].some(Boolean);
    if (!unsaved && useSaveStatus.getState().status.kind === 'saved') return;
    setStatus({ kind: 'saving' });
    this.line.soon();
  }

  /** Sends what is unsaved and waits for it. Throws where it cannot be saved. */
  async flush(): Promise<number> {
    this.line.stop();
    await this.send();
    const { status, conflicts } = useSaveStatus.getState();
    const conflict = conflicts.find((c) => c.kind === 'look' || c.kind === 'plate');
    if (conflict) throw new Error(`"${conflict.name}" was changed elsewhere. Choose a side first.`);
    if (status.kind !== 'saved') throw new Error('why' in status ? status.why : 'The look is not saved yet.');
    return looks.savedOf(this.lookId)!.revision;
  }

  private async send(): Promise<void> {
    while (this.sending) await this.sending;
    this.sending = this.sendNow().finally(() => (this.sending = undefined));
    await this.sending;
  }

  private async sendNow(): Promise<void> {
    const now = documentOf(useDocument.getState());
    if (!looks.savedOf(this.lookId)) return;
    const errors: unknown[] = [];
    const sends = [() => looks.send(this.lookId), ...plates.ids.map((id) => () => plates.send(id))];
    // One that is refused holds no other up.
    for (const send of sends) await send().catch((error: unknown) => errors.push(error));
    useSaveStatus.setState({ revision: looks.savedOf(this.lookId)!.revision });
    // What may go through later is tried again, whatever else was refused for good.
    const error = errors.find((e) => !isFinal(e)) ?? errors[0];
    if (error !== undefined) return this.failed(error);
    if (!same(now, documentOf(useDocument.getState()))) {
      // What was edited meanwhile is taken down anew: the save has dropped the drafts of what it sent.
      this.note();
      return this.line.soon();
    }
    const { pastStates, futureStates } = history();
    writeHistory(this.lookId, looks.savedOf(this.lookId)!.revision, pastStates, futureStates);
    setStatus({ kind: 'saved', at: new Date() });
  }

  private failed(error: unknown): void {
    const trouble = troubleOf(error);
    setStatus(trouble);
    if (trouble.kind === 'waiting') this.line.again();
  }
}

export const autosave = new Autosave();
useDocument.subscribe(() => autosave.changed());
if (typeof window !== 'undefined') window.addEventListener('pagehide', () => autosave.note());
