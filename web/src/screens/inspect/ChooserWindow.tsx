import { useMemo, useState } from 'react';
import { chooseLut, type Shoot } from '@velvet-dusk/core/inspect/choose';
import { type Want, wants } from '@velvet-dusk/core/order/roles/role';
import { type OutputId, outputs } from '@velvet-dusk/core/render/outputs/index';
import { useOpenProject } from '../../api/openProject.ts';
import { usePlates } from '../../bench/useBench.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Window } from '../../ui/Window.tsx';
import { setInspectView } from '../../state/inspectView.ts';
import { reportOf, type Row } from './tableColumns.ts';

const bits: Shoot['bits'][] = [8, 10, 12];
/** Files told with their reasons; the rest is counted. */
const told = 40;

/** The right file for a described shoot, and why the others are not. */
export function ChooserWindow({
  open,
  onClose,
  rows,
}: {
  open: boolean;
  onClose(): void;
  rows: readonly Row[];
}) {
  const { profiles, viewing } = useOpenProject();
  const plates = usePlates();
  const cameras = profiles.filter((p) => p.camera !== '');
  const first = plates[0]?.profileId ?? cameras[0]?.id ?? profiles[0].id;
  const [profileId, setProfileId] = useState(first);
  const [depth, setDepth] = useState<Shoot['bits']>(10);
  const [display, setDisplay] = useState<OutputId>(viewing.output);
  const [use, setUse] = useState<Want>('normalise');
  const profile = profiles.find((p) => p.id === profileId) ?? profiles[0];
  const read = useMemo(
    () =>
      rows.flatMap((row) => {
        const report = reportOf(row);
        return report ? [{ row, report }] : [];
      }),
    [rows],
  );
  const choices = useMemo(
    () =>
      open
        ? chooseLut(
            read.map((r) => r.report),
            { profile, bits: depth, display, use },
          )
        : [],
    [open, read, profile, depth, display, use],
  );
  const fitting = choices.filter((c) => c.fits);
  const show = (row: Row) => {
    setInspectView({ fileId: row.file.id, tab: 'report', filter: '' });
    onClose();
  };
  return (
    <Window
      open={open}
      onClose={onClose}
      width={860}
      title="Choose for a shoot"
      about="Say what is shot and looked at; every file of the list is weighed for it."
    >
      <div className="px-5 pb-5 grid gap-3 text-[12.5px]">
        <div className="flex flex-wrap gap-4">
          <Choice
            label="Camera code"
            value={profile.id}
            options={profiles.map((p) => ({ value: p.id, label: p.name }))}
            onChange={setProfileId}
          />
          <Choice
            label="Bits"
            value={String(depth)}
            options={bits.map((b) => ({ value: String(b), label: `${b}` }))}
            onChange={(b) => setDepth(Number(b) as Shoot['bits'])}
          />
          <Choice<OutputId>
            label="Display"
            value={display}
            options={Object.entries(outputs).map(([value, { label }]) => ({
              value: value as OutputId,
              label,
            }))}
            onChange={setDisplay}
          />
          <Choice<Want>
            label="Wanted"
            value={use}
            options={Object.entries(wants).map(([value, { label }]) => ({
              value: value as Want,
              label,
            }))}
            onChange={setUse}
          />
        </div>
        <p className="text-[14px]" data-testid="choice">
          {fitting.length === 0
            ? 'None of these files fits. The nearest are listed with what speaks against them.'
            : fitting.length === 1
              ? `${read[fitting[0].at].row.file.path} fits.`
              : `${fitting.length} files fit; the first is as good as any.`}
        </p>
        <ul aria-label="Files, the best first" className="grid gap-1 max-h-[420px] scroll-quiet" tabIndex={0}>
          {choices.slice(0, told).map(({ at, fits, reasons }) => {
            const { row } = read[at];
            return (
              <li key={row.file.id} className="grid grid-cols-[16px_1fr]">
                <span className={fits ? 'text-holds' : 'text-t3'} aria-hidden>
                  {fits ? '●' : '·'}
                </span>
                <span>
                  <button type="button" className="text-t1 hover:underline" onClick={() => show(row)}>
                    {row.file.path}
                  </button>{' '}
                  <span className="text-t2">{reasons.join(' ')}</span>
                </span>
              </li>
            );
          })}
        </ul>
        {choices.length > told && <p className="text-t3">and {choices.length - told} more that fit less</p>}
      </div>
    </Window>
  );
}
