import { numberField } from '@velvet-dusk/core/numberField';
import { balanceLight } from '@velvet-dusk/core/colour/balance';
import { isNeutralShot, neutralShot, type Shot, shotSchema } from '@velvet-dusk/core/look/shot';
import { editShot } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import type { CurrentPlate } from '../useBench.ts';
import { LaneHead } from './LaneHead.tsx';
import { tip } from '../../ui/tip.ts';

const digits: Record<keyof Shot, number> = { exposure: 2, mired: 0, duv: 3, black: 2 };

function Field({ plateId, shot, name }: { plateId: string; shot: Shot; name: keyof Shot }) {
  return (
    <NumberField
      signed
      {...numberField(shotSchema.shape[name])}
      digits={digits[name]}
      value={shot[name]}
      onChange={(v) => editShot(plateId, { [name]: v })}
    />
  );
}

/** Corrections of this plate alone: before the look, never in the LUT. */
export function ShotLane({ plate, shot }: CurrentPlate) {
  const light = balanceLight(shot);
  const trimmed = !isNeutralShot(shot);
  return (
    <section aria-label="Shot lane">
      <LaneHead name="Shot" fate="stays with the plate">
        <span className="num text-t3 ml-3" {...tip('The light this balance takes for white')}>
          white {Math.round(light.kelvin)} K
        </span>
        {trimmed && (
          <Button kind="text" className="ml-3" onClick={() => editShot(plate.id, neutralShot)}>
            Reset
          </Button>
        )}
      </LaneHead>
      <div className="px-3 h-6 flex items-center justify-between">
        <Field plateId={plate.id} shot={shot} name="exposure" />
        <Field plateId={plate.id} shot={shot} name="black" />
      </div>
      <div className="px-3 h-6 flex items-center justify-between">
        <Field plateId={plate.id} shot={shot} name="mired" />
        <Field plateId={plate.id} shot={shot} name="duv" />
      </div>
    </section>
  );
}
