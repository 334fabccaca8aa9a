import { worstVerdict } from '@velvet-dusk/core/numeric/verdict';
import { useOpenProject } from '../../api/openProject.ts';
import { PictureSheet, type SheetChoice } from '../../bench/sheet/PictureSheet.tsx';
import { setInspectView } from '../../state/inspectView.ts';
import { Window } from '../../ui/Window.tsx';
import { inspectCrew } from '../../workers/crew.ts';
import { useInspectSetting } from './reports.ts';
import { kindText, reportOf, type Row } from './tableColumns.ts';

interface LutChoice extends SheetChoice {
  row: Row;
}
/** How each is tried: as it comes, with the corrections of the shot ahead of it. */
const asItComes = { trims: 'before', strength: 1, exposure: 0 } as const;

function Luts({ rows, fileId, onClose }: { rows: readonly Row[]; fileId: string; onClose(): void }) {
  const setting = useInspectSetting();
  const { practice } = useOpenProject();
  const choices = rows
    .filter((row) => reportOf(row))
    .map((row): LutChoice => ({
      id: row.file.id,
      name: row.file.path.split('/').pop()!,
      about: `${kindText(row)}: ${row.file.path}`,
      key: JSON.stringify(row.order),
      inUse: row.file.id === fileId,
      row,
    }));
  return (
    <PictureSheet
      kind="luts"
      choices={choices}
      paint={async ({ row }, plate, signal) => {
        const tried = await inspectCrew().run('tryOn', [row.order, plate, asItComes, setting, practice], {
          signal,
        });
        return { bitmap: tried.bitmap, verdict: worstVerdict(tried.readings.map((r) => r.verdict)) };
      }}
      verb="Open"
      inUse="open"
      onTake={({ id }) => {
        setInspectView({ fileId: id, tab: 'try' });
        onClose();
      }}
    />
  );
}

/** The files of the list as pictures: what each makes of the plates of one's choice. */
export function SheetWindow({
  open,
  onClose,
  ...list
}: {
  open: boolean;
  onClose(): void;
  rows: readonly Row[];
  fileId: string;
}) {
  return (
    <Window
      open={open}
      onClose={onClose}
      width={1040}
      title="Sheet"
      about="The files of the list, those that are found by its words, on plates of your choice."
    >
      {open && <Luts {...list} onClose={onClose} />}
    </Window>
  );
}
