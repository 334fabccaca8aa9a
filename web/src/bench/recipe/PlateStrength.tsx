import { percent } from '@velvet-dusk/core/numeric/percent';
import { strengthOnPlate } from '@velvet-dusk/core/look/onPlate';
import { editPlateStrength, useDocument } from '../../state/document.ts';
import { useMeasured } from '../../state/measured.ts';
import { Button } from '../../ui/Button.tsx';
import { tip } from '../../ui/tip.ts';
import { StrengthField } from '../StrengthField.tsx';
import { useCurrentPlate } from '../useBench.ts';

/** What can be mixed where this strength is set by hand. */
const elsewhere = 'Elsewhere mix a creative file: others mix log with picture.';

/** How strong the look is on the plate at hand: the right strength differs by shot. */
export function PlateStrength() {
  const lookId = useDocument((s) => s.lookId);
  const asItSays = useDocument((s) => s.look.strength);
  const plate = useCurrentPlate()?.plate;
  const suited = useMeasured((s) => (plate ? s.strengths[plate.id]?.strength : undefined));
  if (!plate) return null;
  const own = plate.strengths[lookId];
  const now = strengthOnPlate({ id: lookId, strength: asItSays }, plate.strengths);
  const set = (strength: number | null) =>
    editPlateStrength(plate.id, lookId, strength === asItSays ? null : strength);
  return (
    <div role="group" aria-label="Strength on this plate" className="px-3 text-[12px] text-t3">
      <p className="h-6 flex items-center gap-3">
        <span className={own === undefined ? '' : 'text-t2'} {...tip(`Stays with the plate. ${elsewhere}`)}>
          On this plate
        </span>
        {suited !== undefined && suited !== now && suited !== asItSays && (
          <Button kind="text" {...tip('Where the look sits best on this plate')} onClick={() => set(suited)}>
            Take {percent(suited)}
          </Button>
        )}
        {own !== undefined && (
          <Button kind="text" onClick={() => set(null)}>
            As the look
          </Button>
        )}
        <span className="flex-1" />
        <StrengthField hideLabel label="Strength on this plate" value={now} onChange={set} />
      </p>
      {own !== undefined && <p className="pb-1 text-[11.5px]">{elsewhere}</p>}
    </div>
  );
}
