import { Select } from '../../ui/Select.tsx';
import { useState } from 'react';
import { type CdlCorrection, type CdlKind, cdlKinds } from '@velvet-dusk/core/formats/cdl/correction';
import type { LookStep } from '@velvet-dusk/core/look/document';
import type { CdlParams } from '@velvet-dusk/core/colour/cdl';
import { editParams, useDocument } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { fileStem, saveText } from '../../ui/saveText.ts';

/** CDL files for the numbers of a CDL step, in and out. */
export function CdlFiles({ step }: { step: LookStep }) {
  const name = useDocument((s) => s.look.name);
  const [trouble, setTrouble] = useState('');
  const [found, setFound] = useState<CdlCorrection[]>([]);
  const [chosen, setChosen] = useState('');
  const take = ({ params }: CdlCorrection) => editParams(step.id, () => ({ ...params }));
  const read = async ([file]: File[]) => {
    try {
      const { parseCdl } = await import('@velvet-dusk/core/formats/cdl/parse');
      const all = parseCdl(await file.text(), file.name);
      setTrouble('');
      setFound(all.length > 1 ? all : []);
      setChosen('');
      if (all.length === 1) take(all[0]);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const write = async (kind: CdlKind) => {
    const { writeCdl } = await import('@velvet-dusk/core/formats/cdl/write');
    const id = fileStem(name);
    const correction = { id, description: name, params: step.params as CdlParams };
    saveText(writeCdl([correction], kind), `${id}.${kind}`, 'application/xml');
  };
  return (
    <div className="w-full flex flex-wrap items-center gap-x-3 gap-y-1 pb-1">
      <FileButton
        text="Import a CDL"
        label="CDL file"
        accept={cdlKinds.map((k) => `.${k}`).join(',')}
        onFiles={(files) => void read(files)}
      />
      <span className="text-t3">write</span>
      {cdlKinds.map((kind) => (
        <Button key={kind} kind="text" onClick={() => void write(kind)}>
          .{kind}
        </Button>
      ))}
      {found.length > 0 && (
        <Select
          label="Correction of the file"
          value={chosen}
          options={[
            { value: '', label: `${found.length} corrections: choose one` },
            ...found.map((c, i) => ({
              value: String(i),
              label: `${c.id || `Correction ${i + 1}`} ${c.description}`,
            })),
          ]}
          className="text-[12px] max-w-full"
          onChange={(i) => {
            setChosen(i);
            if (i !== '') take(found[Number(i)]);
          }}
        />
      )}
      {trouble && (
        <p role="alert" className="text-ember w-full">
          ▲ {trouble}
        </p>
      )}
    </div>
  );
}
