import type { Plate } from '@velvet-dusk/core/api/contract';
import { digitsOf, numberField } from '@velvet-dusk/core/numberField';
import {
  lightKeys,
  longestNote,
  mostNotes,
  type NoteKind,
  noteKindIds,
  noteKinds,
  type ShotNote,
  shotNoteSchema,
} from '@velvet-dusk/core/notes/note';
import { notePlace, noteWork } from '@velvet-dusk/core/notes/words';
import { editPlates } from '../../state/document.ts';
import { setView, useView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { Check } from '../../ui/Check.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Fader } from '../../ui/Fader.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { shotField } from '@velvet-dusk/core/look/shot';
import { useCurrentPlate } from '../useBench.ts';
import { addNote, editNote, firstShapes, removeNote } from './noteEdit.ts';

const kinds = noteKindIds.map((value: NoteKind) => ({ value, label: noteKinds[value].label }));
const softness = numberField(shotNoteSchema.shape.softness);

/** Work that no LUT holds, noted on this plate: its windows are seen on the picture, all of it goes to look card and guide. */
export function NotesTab() {
  const current = useCurrentPlate();
  const noteId = useView((s) => s.noteId);
  if (!current) return null;
  const { plate } = current;
  const note = plate.shotNotes.find((n) => n.id === noteId) ?? plate.shotNotes.at(-1);
  const full = plate.shotNotes.length >= mostNotes;
  return (
    <div className="flex-1 min-h-0 flex">
      <div className="flex-1 min-w-0 px-4 py-1 scroll-quiet">
        <p className="flex items-center gap-2 text-t3">
          <Button disabled={full} onClick={() => addNote(plate.id, 'window', firstShapes.ellipse)}>
            Ellipse
          </Button>
          <Button disabled={full} onClick={() => addNote(plate.id, 'window', firstShapes.polygon)}>
            Polygon
          </Button>
          <Button
            disabled={full}
            className="whitespace-nowrap"
            onClick={() => addNote(plate.id, 'other', null)}
          >
            Whole frame
          </Button>
          <span className="flex-1" />
          Slate
          <NameField
            mayBeEmpty
            label="Scene and shot on the slate"
            placeholder="12A-3"
            maxLength={120}
            className="w-[80px]"
            value={plate.record.slate}
            onChange={(slate) => editPlates([plate.id], ({ record }) => ({ record: { ...record, slate } }))}
          />
        </p>
        {plate.shotNotes.length === 0 && (
          <p className="pt-2 text-t2 max-w-[56ch]">
            A window, a relit face, a boom to paint out: no LUT can hold it. Note it here, on {plate.name}.
            Windows are seen on the picture; everything is printed on the look card and in the pack’s guide,
            in the order of the slates.
          </p>
        )}
        <ol className="pt-1">
          {plate.shotNotes.map((n, i) => (
            <li
              key={n.id}
              className={`border-l-2 pl-2 ${n === note ? 'border-violet' : 'border-transparent'}`}
            >
              <button
                type="button"
                aria-pressed={n === note}
                className={`text-left w-full hover:text-t1 ${n === note ? 'text-t1' : 'text-t2'}`}
                onClick={() => setView({ noteId: n.id })}
              >
                {i + 1}. {noteWork(n)}
                <span className="block text-t3">{notePlace(n, plate.width / plate.height)}</span>
              </button>
            </li>
          ))}
        </ol>
      </div>
      {note && <NoteFields key={note.id} plate={plate} note={note} />}
    </div>
  );
}

function NoteFields({ plate, note }: { plate: Plate; note: ShotNote }) {
  const edit = (change: Partial<ShotNote>) => editNote(plate.id, note.id, change);
  return (
    <div
      role="group"
      aria-label="Note"
      className="w-[318px] pr-4 py-1 scroll-quiet flex flex-col gap-0.5 border-l border-g4 pl-3"
    >
      <Choice label="Kind" value={note.kind} options={kinds} onChange={(kind) => edit({ kind })} />
      <NameField
        mayBeEmpty
        label="What is to be done"
        placeholder={noteKinds[note.kind].about}
        maxLength={longestNote}
        className="w-full"
        value={note.text}
        onChange={(text) => edit({ text })}
      />
      {lightKeys.map((key) => {
        const field = shotField(key);
        return (
          <Fader
            key={key}
            {...field}
            signed
            digits={key === 'mired' ? 0 : digitsOf(field)}
            value={note[key]}
            onChange={(v) => edit({ [key]: v })}
          />
        );
      })}
      {note.shape && (
        <>
          <Fader
            label={softness.label}
            unit="%"
            min={softness.min * 100}
            max={softness.max * 100}
            step={1}
            rest={10}
            digits={0}
            value={note.softness * 100}
            onChange={(v) => edit({ softness: v / 100 })}
          />
          {note.shape.form === 'ellipse' && (
            <Fader
              label="Turn"
              unit="°"
              min={-180}
              max={180}
              step={1}
              rest={0}
              digits={0}
              signed
              value={note.shape.turn}
              onChange={(turn) => edit({ shape: { ...note.shape, turn } as ShotNote['shape'] })}
            />
          )}
          <Check checked={note.outside} onChange={(outside) => edit({ outside })}>
            Outside the shape
          </Check>
          {note.shape.form === 'polygon' && (
            <p className="text-t3">
              A double click on its edge adds a corner; Delete on a corner takes it out.
            </p>
          )}
        </>
      )}
      <Button kind="text" className="self-start" onClick={() => removeNote(plate.id, note.id)}>
        Remove this note
      </Button>
    </div>
  );
}
