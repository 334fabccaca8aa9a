import { Popover } from 'radix-ui';
import { type Ref, useRef, useState } from 'react';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { itemsFor, itemsOf, type Pack, type PackItem, withItems } from '@velvet-dusk/core/pack/document';
import { isOfCell } from '@velvet-dusk/core/pack/plan';
import { useOpenProject } from '../../api/openProject.ts';
import { usePlates } from '../../bench/useBench.ts';
import { useLookPictures } from '../../bench/useLookPictures.ts';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { CellEditor } from './CellEditor.tsx';
import { editPack } from './packStore.ts';
import type { Planned } from './usePlan.ts';
import { cellLines } from './words.ts';

interface Place {
  lookId: string;
  profileId: string;
}
const same = (a: Place | null, b: Place | null) =>
  a !== null && b !== null && a.lookId === b.lookId && a.profileId === b.profileId;

/** Cameras that stand in the matrix: those of the project's own, and whatever a cell names. */
function columnsOf(pack: Pack, profiles: readonly Profile[], used: ReadonlySet<string>): Profile[] {
  // In the order of the pack, then those that are not in it yet.
  const named = [...new Set(pack.cells.map((c) => c.profileId))];
  const first = named.flatMap((id) => profiles.find((p) => p.id === id) ?? []);
  return [...first, ...profiles.filter((p) => !named.includes(p.id) && (used.has(p.id) || p.camera !== ''))];
}

interface CellProps {
  items: readonly PackItem[];
  label: string;
  isOpen: boolean;
  isPainted: boolean;
  hasTrouble: boolean;
  onOpen(): void;
  onDragOver(): void;
  onDragFrom(): void;
  ref?: Ref<HTMLButtonElement>;
}

function Cell({
  items,
  label,
  isOpen,
  isPainted,
  hasTrouble,
  onOpen,
  onDragOver,
  onDragFrom,
  ref,
}: CellProps) {
  const lines = cellLines(items);
  const frame = isOpen
    ? 'border-violet bg-g2'
    : isPainted
      ? 'border-t2 bg-g2'
      : 'border-transparent hover:border-g4';
  return (
    <button
      ref={ref}
      type="button"
      aria-label={`${label}: ${lines.map((l) => `${l.text} ${l.detail}`).join(', ') || 'nothing planned'}${hasTrouble ? ', with trouble' : ''}`}
      aria-expanded={isOpen}
      className={`flex flex-col justify-start w-full h-full min-h-[82px] text-left px-2 py-1.5 border ${frame} touch-none select-none`}
      onClick={onOpen}
      onPointerDown={onDragFrom}
      onPointerEnter={onDragOver}
    >
      {lines.length === 0 && <span className="text-t3">nothing planned</span>}
      {lines.map((line) => (
        <span key={line.text} className="flex justify-between gap-2 text-[11.5px] leading-[17px] text-t2">
          <span className="truncate">{line.text}</span>
          <span className="num text-t3 whitespace-nowrap">{line.detail}</span>
        </span>
      ))}
      {hasTrouble && <span className="text-ember text-[11px]">▲ see the names below</span>}
    </button>
  );
}

/** Paints the items of the cell a drag began in over those it passes. */
function usePainting(pack: Pack, id: string) {
  const from = useRef<Place | null>(null);
  const [over, setOver] = useState<readonly Place[]>([]);
  const passed = useRef<Place[]>([]);
  const end = () => {
    const source = from.current;
    const places = passed.current;
    from.current = null;
    passed.current = [];
    setOver([]);
    if (!source || places.length === 0) return;
    editPack(id, (now) => {
      const items = itemsOf(now, source.lookId, source.profileId);
      return places.reduce(
        (p, place) => withItems(p, place.lookId, place.profileId, itemsFor(items, place.profileId)),
        now,
      );
    });
  };
  return {
    isPainted: (place: Place) => over.some((o) => same(o, place)),
    begin(place: Place) {
      if (itemsOf(pack, place.lookId, place.profileId).length === 0) return;
      from.current = place;
      window.addEventListener('pointerup', end, { once: true });
    },
    enter(place: Place) {
      if (!from.current || same(from.current, place) || passed.current.some((p) => same(p, place))) return;
      passed.current = [...passed.current, place];
      setOver(passed.current);
    },
  };
}

/** Looks down, cameras across. */
export function Matrix({ id, pack, planned }: { id: string; pack: Pack; planned: Planned }) {
  const project = useOpenProject();
  const [open, setOpen] = useState<Place | null>(null);
  const [plate] = usePlates();
  // A cell without a picture is a cell all the same.
  const { pictures } = useLookPictures({ looks: project.looks, plate });
  const painting = usePainting(pack, id);
  const used = new Set(project.plates.filter((p) => p.kind === 'plate').map((p) => p.profileId));
  const columns = columnsOf(pack, project.profiles, used);
  const hasTrouble = (place: Place) =>
    planned.plan.files.some(
      (file, i) => planned.judged.files[i].length > 0 && isOfCell(file, place.lookId, place.profileId),
    ) || planned.plan.refused.some(({ item }) => same(item, place));
  return (
    <div className="flex-1 min-w-0 scroll-quiet overflow-x-auto">
      <table className="text-[12.5px] border-separate border-spacing-x-1 px-3" aria-label="Looks by cameras">
        <thead>
          <tr>
            <td className="w-[150px]" />
            {columns.map((p) => (
              <th
                key={p.id}
                scope="col"
                className="font-normal text-left px-2 py-2 min-w-[150px] whitespace-nowrap"
              >
                {p.name} <span className="num text-t3">{p.bitDepth} bit</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {project.looks.map((look) => (
            <tr key={look.id} className="align-top">
              <th scope="row" className="font-normal text-left py-1 pr-2">
                <BitmapCanvas
                  bitmap={pictures[look.id]?.bitmap}
                  className="block w-[92px] h-[50px] object-cover bg-g0"
                />
                <span className="block pt-1 text-t1 max-w-[140px] truncate">{look.document.name}</span>
              </th>
              {columns.map((p) => {
                const place = { lookId: look.id, profileId: p.id };
                const label = `${look.document.name} on ${p.name}`;
                return (
                  <td key={p.id} className="p-0 h-px">
                    <Popover.Root open={same(open, place)} onOpenChange={(o) => !o && setOpen(null)}>
                      <Popover.Anchor asChild>
                        <Cell
                          items={itemsOf(pack, look.id, p.id)}
                          label={label}
                          isOpen={same(open, place)}
                          isPainted={painting.isPainted(place)}
                          hasTrouble={hasTrouble(place)}
                          onOpen={() => setOpen(same(open, place) ? null : place)}
                          onDragFrom={() => painting.begin(place)}
                          onDragOver={() => painting.enter(place)}
                        />
                      </Popover.Anchor>
                      {same(open, place) && (
                        <CellEditor
                          id={id}
                          pack={pack}
                          place={place}
                          label={label}
                          onClose={() => setOpen(null)}
                          columns={columns}
                        />
                      )}
                    </Popover.Root>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="px-4 py-2 text-t3 text-[11.5px]">
        A click opens a cell. Drag from a cell over others to give them the same roles.
      </p>
    </div>
  );
}
