import { percent } from '@velvet-dusk/core/numeric/percent';
import { named, optionsOf, Select } from '../ui/Select.tsx';
import { useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { strengthOnPlate } from '@velvet-dusk/core/look/onPlate';
import { largestNote } from '@velvet-dusk/core/api/contract';
import { usualGrids } from '@velvet-dusk/core/lut/cube';
import { isExport } from '@velvet-dusk/core/api/jobs';
import { cubeFileName } from '@velvet-dusk/core/order/fileName';
import { type ExportRoleId, exportRoleIds, roles } from '@velvet-dusk/core/order/roles/index';
import { outputs } from '@velvet-dusk/core/render/outputs/index';
import { type Display, withOutput } from '@velvet-dusk/core/render/display';
import { textureNotes } from '@velvet-dusk/core/texture/index';
import { useJobs, useOrderExport } from '../api/jobs.ts';
import { useExportedVersion } from '../api/versions.ts';
import { useOpenProject } from '../api/openProject.ts';
import { useCurrentPlate } from '../bench/useBench.ts';
import { autosave } from '../api/saving/autosave.ts';
import { useDocument } from '../state/document.ts';
import { setView, useView } from '../state/view.ts';
import { Button } from '../ui/Button.tsx';
import { Segments } from '../ui/Segments.tsx';
import { Window } from '../ui/Window.tsx';
import { ExportJobView } from './ExportJobView.tsx';

const roleOptions = exportRoleIds.map((id) => ({
  value: id,
  label: roles[id].label,
  hint: roles[id].purpose,
}));
const rangeOptions = [
  { value: 'full', label: 'Full range', hint: 'Codes from 0 to 1023 of 10 bits' },
  { value: 'narrow', label: 'Narrow range', hint: 'Codes from 64 to 940 of 10 bits' },
] as const;
const gridUses: Record<number, string> = {
  17: 'small cameras, loads fastest',
  33: 'everyday size',
  65: 'finishing',
};
const gridOptions = usualGrids.map((g) => ({ value: `${g}`, label: `${g}`, hint: gridUses[g] }));

function OrderForm({ onOrdered }: { onOrdered(id: string): void }) {
  const project = useOpenProject();
  const current = useCurrentPlate();
  const { look, lookId } = useDocument();
  const version = useExportedVersion();
  const client = useQueryClient();
  const [note, setNote] = useState('');
  const [profileId, setProfileId] = useState(current?.profile.id ?? project.profiles[0].id);
  const [role, setRole] = useState<ExportRoleId>('combined');
  const [display, setDisplay] = useState<Display>(project.viewing);
  const [grid, setGrid] = useState(33);
  const [trouble, setTrouble] = useState<string | null>(null);
  const orderExport = useOrderExport();
  const profile = project.profiles.find((p) => p.id === profileId)!;

  const own = strengthOnPlate({ id: lookId, strength: look.strength }, current?.plate.strengths);
  const labels = textureNotes(look.texture).map(({ label }) => label.toLowerCase());
  const textures = labels.length > 0 ? `; the look card tells of ${labels.join(', ')}` : '';

  const send = async () => {
    setTrouble(null);
    try {
      const revision = await autosave.flush();
      const job = await orderExport.mutateAsync({
        lookId,
        order: { profileId, role, display, grid, revision, note },
      });
      setNote('');
      void client.invalidateQueries({ queryKey: ['versions', lookId] });
      onOrdered(job.id);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };

  return (
    <div className="px-5 pb-4 grid grid-cols-[110px_1fr] gap-y-2 items-center">
      <span className="text-t2">For footage in</span>
      <Select
        label="Profile"
        value={profileId}
        options={named(project.profiles)}
        className="w-fit"
        onChange={setProfileId}
      />
      <span className="text-t2">Shown on</span>
      <div className="flex items-center gap-3">
        <Select
          label="Output"
          value={display.output}
          options={optionsOf(outputs)}
          className="w-fit"
          onChange={(output) => setDisplay(withOutput(display, output))}
        />
        <Segments
          label="Range"
          value={display.range}
          options={rangeOptions}
          onChange={(range) => setDisplay({ ...display, range })}
        />
      </div>
      <span className="text-t2">Role</span>
      <div className="flex items-center gap-3">
        <Segments<ExportRoleId> label="Role" value={role} options={roleOptions} onChange={setRole} />
        <span className="text-t3 text-[12px]">
          {roles[role].takes} in, {roles[role].gives} out
        </span>
      </div>
      <span className="text-t2">Grid</span>
      <div className="flex items-center gap-3">
        <Segments label="Grid" value={`${grid}`} options={gridOptions} onChange={(g) => setGrid(Number(g))} />
        <span className="text-t3 text-[12px]">{gridUses[grid]}</span>
      </div>
      <span className="text-t2">File</span>
      <span className="num">
        {cubeFileName({ look, profile, role, display, grid, version: version?.number })}
      </span>
      <span className="text-t2">Version</span>
      <div className="flex items-center gap-3">
        <span className="num">{version?.number ?? '…'}</span>
        {version?.isNew ? (
          <>
            <span className="text-t3 text-[12px] whitespace-nowrap">new with this export</span>
            <input
              aria-label="Note for the version"
              placeholder="what it is for"
              maxLength={largestNote}
              value={note}
              onChange={(e) => setNote(e.currentTarget.value)}
              className="flex-1 bg-g3 border border-g4 rounded-sm px-2 py-1"
            />
          </>
        ) : (
          <span className="text-t3 text-[12px]">unchanged since it was made</span>
        )}
      </div>
      <p className="col-span-2 text-[12px] text-t3 pt-1">
        Holds the{' '}
        {roles[role].withLook
          ? `look lane at ${percent(look.strength)} and the rendering`
          : 'rendering alone'}
        . Shot trims stay with their plates; texture does not travel in a LUT{textures}.
        {roles[role].withLook && own !== look.strength && (
          <span className="block text-close">
            ◐ {current!.plate.name} is shown at {percent(own)}: that stays with the plate. A creative file can
            be mixed to it.
          </span>
        )}
      </p>
      {trouble && (
        <p role="alert" className="col-span-2 text-ember">
          ▲ {trouble}
        </p>
      )}
      <div className="col-span-2 flex justify-end">
        <Button kind="main" disabled={orderExport.isPending} onClick={() => void send()}>
          Bake and prove
        </Button>
      </div>
    </div>
  );
}

/** Orders a cube, follows it, shows its proof; earlier exports stay below. */
export function ExportWindow() {
  const open = useView((s) => s.exporting);
  const project = useOpenProject();
  const { jobs: all, hasNextPage, fetchNextPage, isFetchingNextPage } = useJobs(project.id);
  const jobs = all.filter(isExport);
  const [shownId, setShownId] = useState<string | null>(null);
  const shown = jobs.find((j) => j.id === shownId) ?? jobs[0];
  return (
    <Window
      open={open}
      onClose={() => setView({ exporting: false })}
      title="Export a cube"
      about="Baked from the saved look, written, read back from the disk and proved against the exact recipe."
      width={660}
    >
      <OrderForm onOrdered={setShownId} />
      {shown && <ExportJobView key={shown.id} job={shown} />}
      {jobs.length > 1 && (
        <section aria-label="Earlier exports" className="border-t border-g4 px-5 py-3">
          <h3 className="text-[12px] text-t2 pb-1">Exports so far</h3>
          <ul className="max-h-[112px] scroll-quiet">
            {jobs.map((job) => (
              <li key={job.id}>
                <button
                  type="button"
                  aria-pressed={job.id === shown?.id}
                  className={`w-full flex gap-3 num py-0.5 text-left ${job.id === shown?.id ? 'text-t1' : 'text-t3 hover:text-t1'}`}
                  onClick={() => setShownId(job.id)}
                >
                  <span className="flex-1 truncate">{job.title}</span>
                  <span>{job.state}</span>
                  <span>
                    {new Date(job.createdAt).toLocaleTimeString('en-GB', {
                      hour: '2-digit',
                      minute: '2-digit',
                    })}
                  </span>
                </button>
              </li>
            ))}
            {hasNextPage && (
              <li>
                <Button onClick={() => void fetchNextPage()} disabled={isFetchingNextPage}>
                  {isFetchingNextPage ? 'Reading …' : 'Show earlier ones'}
                </Button>
              </li>
            )}
          </ul>
        </section>
      )}
    </Window>
  );
}
