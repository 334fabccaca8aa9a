import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { ImportedLut } from '@velvet-dusk/core/api/contract';
import { importLut } from '@velvet-dusk/core/api/endpoints/luts';
import type { LookStep } from '@velvet-dusk/core/look/document';
import type { Seen } from '@velvet-dusk/core/look/steps/seenColour';
import { call } from '../../../api/client.ts';
import { editParams } from '../../../state/document.ts';
import { EmptyDock } from '../EmptyDock.tsx';
import { PickButton } from '../PickButton.tsx';
import { plateAxes } from '../plot/plateAxes.ts';
import { lutViews } from '../response/responseKinds.ts';
import { ViewTabs } from '../ViewTabs.tsx';
import { useStepOf } from '../useStepOf.ts';
import { LutDrawing } from './LutDrawing.tsx';
import { LutSettings } from './LutSettings.tsx';

const about =
  'A LUT from elsewhere can stand at any place of the recipe, at any strength. Creative LUTs for log get ACEScct; ' +
  'LUTs made for normalised pictures get the look’s own rendering, and are taken back to light behind it.';

const upload = (file: File): Promise<ImportedLut> =>
  call(importLut, {}, { query: { name: file.name }, file });

/** The file of a placed LUT, what its code means, and what it does. */
export function LutDock() {
  const step = useStepOf('placedLut');
  if (!step) return <EmptyDock text={about} types={['placedLut']} />;
  return <LutEditor step={step} />;
}

function LutEditor({ step }: { step: LookStep }) {
  const [viewId, setViewId] = useState('');
  const [picked, setPicked] = useState<Seen | null>(null);
  const view = lutViews.find((v) => v.id === viewId) ?? lutViews[0];
  const bring = useMutation({
    mutationFn: upload,
    onSuccess: (answer) => editParams(step.id, () => ({ lut: answer.lut })),
  });
  const take = (files: File[]) => bring.mutate(files[0]);
  return (
    <div
      className="h-full flex text-[12.5px]"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        if (e.dataTransfer.files.length > 0) take([...e.dataTransfer.files]);
      }}
    >
      <div className="flex-1 min-w-0 flex flex-col">
        <div className="flex items-center gap-3 px-4 h-7 text-[12px]">
          <ViewTabs views={lutViews} view={view} onChange={setViewId} />
          <span className="flex-1" />
          <PickButton
            what="a colour for the placed LUT"
            stepId={step.id}
            onPick={({ atStep }) => setPicked(atStep)}
          />
        </div>
        <div className="flex-1 min-h-0">
          <LutDrawing step={step} view={view} picked={picked && plateAxes[view.axis].at(picked)} />
        </div>
      </div>
      <LutSettings step={step} onFiles={take} bringing={bring} />
    </div>
  );
}
