import { activeTextures, type TextureId, textureIds, textureKind } from '@velvet-dusk/core/texture/index';
import { factorOnPlate } from '@velvet-dusk/core/texture/onPlate';
import { editTexture, useDocument } from '../../state/document.ts';
import { setView, useView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { useCurrentPlate } from '../useBench.ts';
import { LaneHead } from './LaneHead.tsx';
import { tip } from '../../ui/tip.ts';

/** Seen on the picture and told on the look card; readings, scopes and cubes are without it. */
export function TextureLane() {
  const working = useDocument((s) => activeTextures(s.look.texture).length > 0);
  const hidden = useView((s) => s.textureHidden);
  return (
    <section aria-label="Texture lane">
      <LaneHead name="Texture" fate="does not travel in a LUT">
        {working && (
          <Button
            kind="text"
            className={`ml-3 ${hidden ? 'text-ember' : ''}`}
            aria-pressed={hidden}
            {...tip('See the picture as the LUT makes it (X)')}
            onClick={() => setView({ textureHidden: !hidden })}
          >
            {hidden ? 'Hidden' : 'Hide'}
          </Button>
        )}
      </LaneHead>
      <ul className="pb-2 text-[12.5px]">
        {textureIds.map((id) => (
          <TextureRow key={id} id={id} />
        ))}
        <NotesRow />
      </ul>
    </section>
  );
}

/** Work noted on this plate, which stays with it. */
function NotesRow() {
  const selected = useView((s) => s.dock === 'texture' && s.textureId === 'notes');
  const count = useCurrentPlate()?.plate.shotNotes.length ?? 0;
  return (
    <li className={rowStyle(selected)}>
      <span />
      <button
        type="button"
        className={`text-left truncate hover:text-t1 ${count > 0 ? (selected ? 'text-t1' : 'text-t2') : 'text-t3'}`}
        onClick={() => setView({ dock: 'texture', textureId: 'notes' })}
      >
        Shot notes
      </button>
      <span className="num text-t3">{count > 0 ? `${count} on this plate` : 'none'}</span>
    </li>
  );
}

const rowStyle = (selected: boolean) =>
  `grid grid-cols-[22px_1fr_auto] items-center h-[23px] px-3 ${selected ? 'bg-g3 shadow-[inset_2px_0_var(--color-violet)]' : ''}`;

function TextureRow({ id }: { id: TextureId }) {
  const params = useDocument((s) => s.look.texture[id]);
  const selected = useView((s) => s.dock === 'texture' && s.textureId === id);
  const factor = factorOnPlate(useCurrentPlate()?.plate.texture ?? {}, id);
  const { label, summary } = textureKind(id);
  return (
    <li className={rowStyle(selected)}>
      <button
        type="button"
        role="switch"
        aria-checked={params.on}
        aria-label={`${label} on`}
        className="size-[14px] grid place-items-center"
        onClick={() => editTexture(id, { on: !params.on })}
      >
        <span className={`size-[9px] border ${params.on ? 'bg-t2 border-t2' : 'border-t3'}`} />
      </button>
      <button
        type="button"
        className={`text-left truncate hover:text-t1 ${params.on ? (selected ? 'text-t1' : 'text-t2') : 'text-t3'}`}
        onClick={() => setView({ dock: 'texture', textureId: id })}
      >
        {label}
      </button>
      <span className="num text-t3 truncate">
        {params.on ? summary(params) : 'off'}
        {params.on && factor !== 1 && (
          <span className="text-violet">
            {' '}
            · {factor === 0 ? 'off here' : `${Math.round(factor * 100)} % here`}
          </span>
        )}
      </span>
    </li>
  );
}
