import { useMutation } from '@tanstack/react-query';
import { importedLutSchema, type ImportedLut } from '@velvet-dusk/core/api/contract';
import { lutEndings } from '@velvet-dusk/core/formats/lut';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { lutEncodings, type PlacedLutParams } from '@velvet-dusk/core/look/steps/placedLut';
import { ask } from '../../../api/client.ts';
import { editParams, editStep } from '../../../state/document.ts';
import { useMeasured } from '../../../state/measured.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { FileButton } from '../../../ui/FileButton.tsx';
import { StrengthField } from '../../StrengthField.tsx';
import { EmptyDock } from '../EmptyDock.tsx';
import { useStepOf } from '../useStepOf.ts';

const about =
  'A LUT from elsewhere can stand at any place of the recipe, at any strength. Creative LUTs for log get ACEScct; ' +
  'LUTs made for normalised pictures get the look’s own rendering, and are taken back to light behind it.';

const upload = (file: File): Promise<ImportedLut> =>
  ask(`/luts?name=${encodeURIComponent(file.name)}`, importedLutSchema, { method: 'POST', file });

/** The file of a placed LUT, and what its code means. */
export function LutDock() {
  const step = useStepOf('placedLut');
  if (!step) return <EmptyDock text={about} types={['placedLut']} />;
  return <LutEditor step={step} />;
}

function LutEditor({ step }: { step: LookStep }) {
  const p = step.params as PlacedLutParams;
  const effect = useMeasured((s) => s.effects.get(step.id));
  const set = (change: Partial<PlacedLutParams>) => editParams(step.id, () => change);
  const bring = useMutation({ mutationFn: upload, onSuccess: ({ lut }) => set({ lut }) });
  const take = (files: File[]) => bring.mutate(files[0]);
  return (
    <div
      className="h-full grid grid-cols-[minmax(0,1fr)_300px] gap-8 px-4 py-3 text-[12.5px]"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        if (e.dataTransfer.files.length > 0) take([...e.dataTransfer.files]);
      }}
    >
      <div className="flex flex-col gap-3 min-w-0">
        <p className="truncate">
          <span className="text-t2">File </span>
          <span className="text-t1">{p.lut?.name ?? 'none yet; drop a LUT here'}</span>
          {bring.data && p.lut?.sha256 === bring.data.lut.sha256 && (
            <span className="text-t3">
              {' '}
              {bring.data.kind === '3d' ? `${bring.data.size} cubed` : `1D, ${bring.data.size} entries`}
            </span>
          )}
        </p>
        {p.lut && <p className="num text-t3 truncate">SHA-256 {p.lut.sha256}</p>}
        <p>
          <FileButton
            text={bring.isPending ? 'Reading …' : p.lut ? 'Another file' : 'Choose a LUT'}
            label="LUT file"
            accept={lutEndings.map((e) => `.${e}`).join(',')}
            main={!p.lut}
            onFiles={take}
          />
        </p>
        {bring.error && (
          <p role="alert" className="text-ember">
            ▲ {bring.error.message}
          </p>
        )}
        <p className="text-t3">
          {lutEncodings[p.encoding].about}.
          {p.encoding === 'display' && ' What the display clips is lost behind it.'}
        </p>
      </div>
      <div className="flex flex-col gap-2.5">
        <Choice
          label="Its code"
          value={p.encoding}
          options={Object.entries(lutEncodings).map(([value, { label }]) => ({
            value: value as PlacedLutParams['encoding'],
            label,
          }))}
          onChange={(encoding) => set({ encoding })}
        />
        <Choice
          label="Interpolation"
          value={p.interpolation}
          options={[
            { value: 'tetrahedral', label: 'tetrahedral' },
            { value: 'trilinear', label: 'trilinear' },
          ]}
          onChange={(interpolation) => set({ interpolation })}
        />
        <StrengthField wide value={step.strength} onChange={(strength) => editStep(step.id, { strength })} />
        <p className="flex justify-between text-t2">
          On this plate <span className="num text-t1">{effect ? `ΔE ${effect.toFixed(1)}` : '–'}</span>
        </p>
      </div>
    </div>
  );
}
