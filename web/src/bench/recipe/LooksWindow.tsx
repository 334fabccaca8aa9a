import { useMemo } from 'react';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import { freeName } from '@velvet-dusk/core/look/freeName';
import { useLookActions } from '../../api/looks.ts';
import { useDocument } from '../../state/document.ts';
import type { LiveThumb } from '../../workers/paintThumb.ts';
import { setView, useView } from '../../state/view.ts';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { Button } from '../../ui/Button.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { Window } from '../../ui/Window.tsx';
import { useOpenProject } from '../../api/openProject.ts';
import { useCurrentPlate } from '../useBench.ts';
import { useLookPictures } from '../useLookPictures.ts';
import { DeletedLook } from './DeletedLook.tsx';
import { tip } from '../../ui/tip.ts';

interface CardProps {
  look: Pick<LookRecord, 'id' | 'document'>;
  looks: readonly Pick<LookRecord, 'id' | 'document'>[];
  picture: LiveThumb | undefined;
  isOpen: boolean;
  actions: ReturnType<typeof useLookActions>;
}

/** A look on the plate at hand, and what can be done with it. */
function LookCard({ look, looks, picture, isOpen, actions }: CardProps) {
  const { open, make, remove, arrange } = actions;
  const at = looks.indexOf(look);
  const { name } = look.document;
  const moveTo = (place: number) => {
    const rest = looks.filter((l) => l !== look).map((l) => l.id);
    arrange.mutate([...rest.slice(0, place), look.id, ...rest.slice(place)]);
  };
  const duplicate = () =>
    make.mutate({
      ...look.document,
      name: freeName(
        name,
        looks.map((l) => l.document.name),
      ),
    });
  return (
    <li aria-label={name} className={`p-2 rounded-sm ${isOpen ? 'bg-g3' : ''}`}>
      <button
        type="button"
        aria-label={isOpen ? `${name}, on the bench` : `Open ${name}`}
        className="block w-full text-left"
        onClick={() => {
          if (!isOpen) open.mutate(look.id);
          setView({ looksOpen: false });
        }}
      >
        <BitmapCanvas bitmap={picture?.bitmap} className="block w-full aspect-[16/9] object-cover bg-g0" />
        <span className="flex items-baseline gap-2 pt-1 text-t1">
          <span className="flex-1 truncate">{name}</span>
          {isOpen && <span className="text-t3 text-[11.5px]">on the bench</span>}
          {picture && <VerdictMark verdict={picture.verdict} />}
        </span>
      </button>
      <div className="flex gap-3 text-[12px]">
        <Button kind="text" disabled={at === 0} onClick={() => moveTo(at - 1)}>
          Earlier
        </Button>
        <Button kind="text" disabled={at === looks.length - 1} onClick={() => moveTo(at + 1)}>
          Later
        </Button>
        <span className="flex-1" />
        <Button kind="text" onClick={duplicate}>
          Duplicate
        </Button>
        <Button
          kind="text"
          disabled={looks.length === 1}
          {...tip(looks.length === 1 ? 'The only look of the project' : undefined)}
          onClick={() => remove.mutate(look)}
        >
          Delete
        </Button>
      </div>
    </li>
  );
}

function Looks() {
  const { looks: saved } = useOpenProject();
  const lookId = useDocument((s) => s.lookId);
  const edited = useDocument((s) => s.look);
  const looks = useMemo(
    () => saved.map(({ id, document }) => ({ id, document: id === lookId ? edited : document })),
    [saved, lookId, edited],
  );
  const plate = useCurrentPlate()?.plate;
  const { pictures, trouble } = useLookPictures({ looks, plate, large: true });
  const actions = useLookActions();
  const { open, make, remove, arrange } = actions;
  const failed = [open, make, remove, arrange].find((a) => a.error)?.error?.message ?? trouble;
  return (
    <>
      <ul className="grid grid-cols-3 gap-2 px-3 pb-4">
        {looks.map((look) => (
          <LookCard
            key={look.id}
            look={look}
            looks={looks}
            picture={pictures[look.id]}
            isOpen={look.id === lookId}
            actions={actions}
          />
        ))}
      </ul>
      <DeletedLook className="px-5 pb-3" />
      {failed && (
        <p role="alert" className="px-5 pb-3 text-ember">
          ▲ {failed}
        </p>
      )}
    </>
  );
}

/** The looks of the project side by side on the plate at hand. */
export function LooksWindow() {
  const open = useView((s) => s.looksOpen);
  const current = useCurrentPlate();
  return (
    <Window
      open={open}
      onClose={() => setView({ looksOpen: false })}
      width={980}
      title="Looks"
      about={current ? `Side by side on ${current.plate.name}.` : 'Side by side, once there is a plate.'}
    >
      {open && <Looks />}
    </Window>
  );
}
