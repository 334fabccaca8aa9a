import type { UseMutationResult } from '@tanstack/react-query';
import type { ImportedLut } from '@velvet-dusk/core/api/contract';
import { textLutEndings } from '@velvet-dusk/core/formats/lutFormats/index';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { lutEncodings, type PlacedLutParams } from '@velvet-dusk/core/look/steps/placedLut';
import { editParams, editStep } from '../../../state/document.ts';
import { useMeasured } from '../../../state/measured.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { FileButton } from '../../../ui/FileButton.tsx';
import { useOpenProject } from '../../../api/openProject.ts';
import { StrengthField } from '../../StrengthField.tsx';
import { tip } from '../../../ui/tip.ts';

interface LutSettingsProps {
  step: LookStep;
  bringing: UseMutationResult<ImportedLut, Error, File>;
  onFiles(files: File[]): void;
}

/** Which file, what its code means, and how much of it. */
export function LutSettings({ step, bringing, onFiles }: LutSettingsProps) {
  const p = step.params as PlacedLutParams;
  const effect = useMeasured((s) => s.effects.get(step.id));
  const set = (change: Partial<PlacedLutParams>) => editParams(step.id, () => change);
  const { profiles } = useOpenProject();
  const cameras = profiles.filter((q) => q.camera !== '');
  const brought = bringing.data?.lut.sha256 === p.lut?.sha256 ? bringing.data : null;
  return (
    <div className="w-[300px] pr-4 py-1 flex flex-col gap-1.5 scroll-quiet">
      <div className="flex items-center gap-2">
        <span className="text-t2">File</span>
        <span className="flex-1 text-t1 truncate" {...tip(p.lut ? `SHA-256 ${p.lut.sha256}` : '')}>
          {p.lut?.name ?? 'none yet; drop one here'}
        </span>
        <FileButton
          text={bringing.isPending ? 'Reading …' : p.lut ? 'Replace' : 'Choose a LUT'}
          label="LUT file"
          accept={textLutEndings.map((e) => `.${e}`).join(',')}
          main={!p.lut}
          onFiles={onFiles}
        />
      </div>
      {brought && <p className="text-t3">{brought.stages.join(', ')}</p>}
      {bringing.error && (
        <p role="alert" className="text-ember">
          ▲ {bringing.error.message}
        </p>
      )}
      <Choice
        label="Encoding"
        value={p.encoding}
        options={Object.entries(lutEncodings).map(([value, { label }]) => ({
          value: value as PlacedLutParams['encoding'],
          label,
        }))}
        onChange={(encoding) =>
          set(encoding === 'normalise' && !p.profile ? { encoding, profile: cameras[0] } : { encoding })
        }
      />
      {p.encoding !== 'display' && (
        <Choice
          label="Code of"
          value={p.profile?.id ?? ''}
          options={[
            ...(p.encoding === 'log' ? [{ value: '', label: 'ACEScct' }] : []),
            ...profiles.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(id) => set({ profile: profiles.find((q) => q.id === id) })}
        />
      )}
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
      <p className="text-t3">
        {lutEncodings[p.encoding].about}.
        {p.encoding !== 'log' && ' What the display clips is lost behind it.'}
      </p>
    </div>
  );
}
