import { useState } from 'react';
import { useOpenProject } from '../../api/openProject.ts';
import { openFrame, setPlateView, usePlateView } from '../../state/plateView.ts';
import { usePlateActions } from '../../plates/usePlateActions.ts';
import { editPlates } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { MarkLikely } from './MarkLikely.tsx';
import { RecordWindow } from './RecordWindow.tsx';
import { shotText } from './readingsOf.ts';

/** What can be done to the frames that are selected, in one undoable move each. */
export function SelectionBar() {
  const { plates, profiles } = useOpenProject();
  const selected = usePlateView((s) => s.selected);
  const { remove } = usePlateActions();
  const [fromId, setFromId] = useState('');
  const [recording, setRecording] = useState(false);
  const chosen = plates.filter((p) => selected.includes(p.id));
  if (chosen.length === 0) return null;
  const trimmed = plates.filter(
    (p) => shotText(p) !== '–' && !(chosen.length === 1 && chosen[0].id === p.id),
  );
  const from = trimmed.find((p) => p.id === fromId) ?? trimmed[0];
  return (
    <section
      aria-label="Selection"
      className="shrink-0 h-11 flex items-center gap-4 px-4 border-t border-g3 bg-g2 text-[12.5px] whitespace-nowrap overflow-x-auto scroll-quiet [&>*]:shrink-0"
    >
      <span className="text-t1">{chosen.length === 1 ? chosen[0].name : `${chosen.length} frames`}</span>
      {chosen.length === 1 && <Button onClick={() => openFrame(chosen[0].id)}>Open</Button>}
      <Choice
        label="Profile"
        value=""
        options={[
          { value: '', label: 'give a profile …' },
          ...profiles.map((p) => ({ value: p.id, label: p.name })),
        ]}
        onChange={(profileId) => profileId && editPlates(selected, () => ({ profileId }))}
      />
      {from && (
        <span className="flex items-center gap-2">
          <Choice
            label="Trim of"
            value={from.id}
            options={trimmed.map((p) => ({ value: p.id, label: `${p.name}: ${shotText(p)}` }))}
            onChange={setFromId}
          />
          <Button onClick={() => editPlates(selected, () => ({ shot: from.shot }))}>Copy to selected</Button>
        </span>
      )}
      <Button onClick={() => setRecording(true)}>Shot record …</Button>
      <MarkLikely plates={chosen.filter((p) => p.kind === 'plate')} />
      <RecordWindow plates={chosen} open={recording} onClose={() => setRecording(false)} />
      <Button kind="text" onClick={() => setPlateView({ selected: [] })}>
        Select none
      </Button>
      <Button onClick={() => void remove(selected)}>Delete</Button>
    </section>
  );
}
