import type { KeyboardEvent } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import {
  greySpan,
  handProfile,
  heldStretch,
  saturationSpan,
  type Stretch,
} from '@velvet-dusk/core/camera/byHand';
import type { MarkReadings } from '../../bench/wall/useMarkReadings.ts';
import { Button } from '../../ui/Button.tsx';
import { Fader } from '../../ui/Fader.tsx';
import { leaveStretch, setStretch, stretching } from './stretchStore.ts';
import { useOwnProfile } from './useOwnProfile.ts';

const top = 1023;
const handles = [
  { id: 'black', label: 'Black', says: 'code of what should be black' },
  { id: 'grey', label: 'Mid-grey', says: 'code of an 18 % grey, or of skin in the light, a stop over it' },
  { id: 'white', label: 'White card', says: 'code of a white of 90 %' },
] as const;

/** Codes of the cards that are marked on a plate, by what they are for. */
function markedCodes(plate: Plate, { readings }: MarkReadings): Partial<Stretch> {
  const of = (kind: 'greyCard' | 'whiteCard') => {
    const mark = plate.marks.find((m) => m.kind === kind);
    const reading = mark && readings[mark.id];
    return reading?.kind === 'box' ? reading.area.code[1] : undefined;
  };
  const [grey, white] = [of('greyCard'), of('whiteCard')];
  return { ...(grey === undefined ? {} : { grey }), ...(white === undefined ? {} : { white }) };
}

/** A curve and a saturation set by eye for footage of no known profile, and kept as a profile that says that it is a guess. */
export function ByHandPanel({
  plate,
  stretch,
  first,
  readings,
}: {
  plate: Plate;
  stretch: Stretch;
  /** Where it began. */
  first: Stretch;
  readings: MarkReadings;
}) {
  const { give, trouble, isMaking } = useOwnProfile(plate);
  const change = (by: Partial<Stretch>) => setStretch(plate.id, heldStretch({ ...stretch, ...by }));
  const marked = markedCodes(plate, readings);
  const grey = greySpan(stretch);
  const save = async () => {
    if (await give((taken) => handProfile(stretch, plate.name, taken))) leaveStretch(plate.id);
  };
  const onKeyDown = (e: KeyboardEvent) => {
    if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
    e.preventDefault();
    e.stopPropagation();
    if (e.shiftKey) stretching.redo();
    else stretching.undo();
  };
  return (
    <section
      aria-label="Normalise by hand"
      className="px-3 py-2 text-[12px] border-b border-g0"
      onKeyDown={onKeyDown}
    >
      <h3 className="font-semibold pb-1">Normalise by hand</h3>
      <p className="text-t2 pb-1.5">
        For footage whose curve nobody knows: say which 10-bit codes are black, mid-grey and a white card,
        until the picture looks right. What comes of it is a guess, and is kept as one.
      </p>
      {handles.map(({ id, label, says }) => (
        <div key={id} title={says}>
          <Fader
            label={label}
            value={Math.round(stretch[id] * top)}
            min={id === 'grey' ? Math.ceil(grey.min * top) : 0}
            max={id === 'grey' ? Math.floor(grey.max * top) : top}
            step={1}
            digits={0}
            rest={Math.round(first[id] * top)}
            onChange={(code) => change({ [id]: code / top })}
          />
        </div>
      ))}
      <Fader
        label="Saturation"
        value={stretch.saturation}
        {...saturationSpan}
        step={0.01}
        digits={2}
        rest={first.saturation}
        onChange={(saturation) => change({ saturation })}
      />
      <div className="flex flex-wrap items-center gap-2 pt-2">
        <Button kind="main" disabled={isMaking} onClick={() => void save()}>
          Save as a profile
        </Button>
        {Object.keys(marked).length > 0 && (
          <Button onClick={() => change(marked)}>Take the marked cards</Button>
        )}
        <Button kind="text" onClick={() => change(first)}>
          Begin again
        </Button>
        <Button kind="text" onClick={() => leaveStretch(plate.id)}>
          Leave
        </Button>
      </div>
      {trouble && (
        <p role="alert" className="text-ember pt-1">
          ▲ {trouble}
        </p>
      )}
    </section>
  );
}
