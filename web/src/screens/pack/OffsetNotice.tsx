import type { Pack } from '@velvet-dusk/core/pack/document';
import { strayOffsets } from '@velvet-dusk/core/pack/offsets';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { editPack } from './packStore.ts';

/** Says where a pack's monitor files are for another exposure than the project is monitored at. */
export function OffsetNotice({ id, pack }: { id: string; pack: Pack }) {
  const { practice } = useOpenProject();
  const stray = strayOffsets(pack, practice.monitorOffsetStops);
  if (!stray) return null;
  return (
    <p role="status" className="px-4 py-1 bg-g2 border-b border-g0 text-[12.5px] text-ember">
      ▲ {stray.says}{' '}
      <Button kind="text" onClick={() => editPack(id, stray.fix.apply)}>
        {stray.fix.label}
      </Button>
    </p>
  );
}
