import type { Plate } from '@velvet-dusk/core/api/contract';
import { isBox, markLabels, markName } from '@velvet-dusk/core/plate/marks';
import type { Area } from '@velvet-dusk/core/recording/areas';
import { editPlates } from '../../state/document.ts';
import type { PictureBox } from './Pane.tsx';
import type { useMarking } from './useMarking.ts';

const place = (box: PictureBox, { x0, y0, x1, y1 }: Area) => ({
  left: box.left + x0 * box.width,
  top: box.top + y0 * box.height,
  width: (x1 - x0) * box.width,
  height: (y1 - y0) * box.height,
});
const middle = ({ x0, y0, x1, y1 }: Area) => ({ x: (x0 + x1) / 2, y: (y0 + y1) / 2 });

type Marking = ReturnType<typeof useMarking>;

/** Marks of the plate while one is being set, and places that look like one. */
export function MarkBoxes({ plate, marking, box }: { plate: Plate; marking: Marking; box: PictureBox }) {
  const { kind, suggested, mark } = marking;
  if (!kind) return null;
  const remove = (id: string) =>
    editPlates([plate.id], ({ marks }) => ({ marks: marks.filter((m) => m.id !== id) }));
  return (
    <>
      {plate.marks.filter(isBox).map((m) => (
        <button
          key={m.id}
          type="button"
          aria-label={`Remove mark: ${markName(m)}`}
          className="absolute border border-white text-[10.5px] text-white text-left leading-none hover:bg-[#ffffff30]"
          style={place(box, m.area)}
          onClick={() => remove(m.id)}
        >
          <span className="bg-[#000000a0] px-0.5">{markName(m)}</span>
        </button>
      ))}
      {suggested.map((area, i) => (
        <button
          key={i}
          type="button"
          aria-label={`Suggested ${markLabels[kind].toLowerCase()} ${i + 1}`}
          className="absolute border-2 border-dashed border-violet bg-[#0000004d] hover:bg-[#9d8cff66]"
          style={place(box, area)}
          onClick={() => void mark(middle(area))}
        />
      ))}
    </>
  );
}
