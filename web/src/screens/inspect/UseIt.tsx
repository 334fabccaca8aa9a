import { roles } from '@velvet-dusk/core/order/roles/index';
import { useMutation } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { importLut } from '@velvet-dusk/core/api/endpoints/luts';
import { importPlate } from '@velvet-dusk/core/api/endpoints/plates';
import type { TryOrder } from '@velvet-dusk/core/inspect/tryOn';
import type { LutReference, PlacedLutParams } from '@velvet-dusk/core/look/steps/placedLut';
import { call } from '../../api/client.ts';
import { readAgain } from '../../api/project.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { addStep } from '../../state/document.ts';
import { setView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { atOnce, inspectCrew } from '../../workers/crew.ts';
import type { PlateOrder } from '../../workers/develop.ts';
import { useInspectSetting } from './reports.ts';
import { type Row, topOf } from './tableColumns.ts';

const baseName = (path: string) => path.split('/').pop() ?? path;

/** Makes a LUT a part of the work: a step of the look, a step that normalises, a picture to match. */
export function UseIt({ row, plate, order }: { row: Row; plate: PlateOrder; order: TryOrder }) {
  const project = useOpenProject();
  const setting = useInspectSetting();
  const navigate = useNavigate();
  const file = row.order;
  const top = topOf(row);
  const profile = project.profiles.find((p) => p.id === top?.inputProfile);

  /** Only text is placed: a Hald picture becomes a cube first. */
  const placeable = async (): Promise<LutReference> => {
    if (!/\.png$/i.test(row.file.path)) return { sha256: row.file.sha256, name: baseName(row.file.path) };
    const name = baseName(row.file.path).replace(/\.png$/i, '.cube');
    const text = await inspectCrew().run('asCube', [file], { priority: atOnce });
    return (await call(importLut, {}, { query: { name }, file: new Blob([text]) })).lut;
  };
  const place = useMutation({
    mutationFn: async (params: Partial<PlacedLutParams>) => {
      const stepId = addStep('placedLut', { ...params, lut: await placeable() });
      setView({ stepId, dock: 'lut', view: 'look' });
      void navigate(`/${project.id}/look`);
    },
  });
  const reference = useMutation({
    mutationFn: async () => {
      const { bitmap } = await inspectCrew().run('tryOn', [file, plate, order, setting, project.practice], {
        priority: atOnce,
      });
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      canvas.getContext('2d')!.drawImage(bitmap, 0, 0);
      const blob = await canvas.convertToBlob({ type: 'image/png' });
      const query = { name: `${baseName(row.file.path)}.png`, profile: 'bt1886', kind: 'reference' };
      await call(importPlate, { id: project.id }, { query, file: blob });
      await readAgain('plates', project.id);
    },
  });
  const asStep = top ? roles[top.role].asStep : null;
  const takesDisplay = asStep === 'display';
  const takesLog = asStep === 'log';
  const normalises = asStep === 'normalise' && profile;
  const trouble = place.error ?? reference.error;
  return (
    <div className="flex flex-wrap gap-3 items-center text-[12.5px]">
      {takesDisplay && (
        <Button onClick={() => place.mutate({ encoding: 'display' })}>Put it into the look</Button>
      )}
      {takesLog && (
        <Button onClick={() => place.mutate({ encoding: 'log', ...(profile ? { profile } : {}) })}>
          Put it into the look
        </Button>
      )}
      {normalises && (
        <Button onClick={() => place.mutate({ encoding: 'normalise', profile })}>Normalise with it</Button>
      )}
      <Button disabled={reference.isPending} onClick={() => reference.mutate()}>
        {reference.isSuccess ? 'It is a reference now' : 'Make this picture a reference'}
      </Button>
      <span className="text-t3">
        {normalises
          ? 'As a step it takes the camera’s code and stands in place of the look’s own rendering.'
          : takesDisplay || takesLog
            ? 'It becomes a placed LUT of the look on the bench; Ctrl Z there takes it out.'
            : 'What it takes is no code a look has: it can be matched, or learnt from.'}
      </span>
      {trouble && (
        <span role="alert" className="text-ember">
          ▲ {trouble.message}
        </span>
      )}
    </div>
  );
}
