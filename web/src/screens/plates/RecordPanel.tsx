import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { heldTo } from '@velvet-dusk/core/look/shot';
import { recordCautions, recordWords } from '@velvet-dusk/core/recording/shotRecord';
import { usePlates } from '../../bench/useBench.ts';
import { editPlates } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { RecordFields } from './RecordFields.tsx';

/** How a plate was shot, and what that means for its noise, its clip and its trim. */
export function RecordPanel({ plate, profile }: { plate: Plate; profile: Profile }) {
  const plates = usePlates();
  const { record, shot } = plate;
  const others = plates.filter(
    (p) => p.id !== plate.id && p.scene !== '' && p.scene === plate.scene && p.profileId === plate.profileId,
  );
  const cautions = recordCautions(record, { profile, shot, others: others.map((p) => p.record) });
  const over = record.meterOffset;
  const canTakeBack = over !== null && over !== 0 && Math.abs(shot.exposure + over) > 0.005;
  return (
    <div className="pt-1 text-t2">
      <details>
        <summary className="cursor-pointer">
          Shot record <span className="text-t3">{recordWords(record).join(', ') || 'nothing recorded'}</span>
        </summary>
        <div className="py-1.5">
          <RecordFields plates={[plate]} />
        </div>
      </details>
      {cautions.map((says) => (
        <p key={says} className="text-ember">
          ▲ {says}
        </p>
      ))}
      {canTakeBack && (
        <Button
          kind="text"
          onClick={() =>
            editPlates([plate.id], (now) => ({
              shot: { ...now.shot, exposure: heldTo('exposure', -over) },
            }))
          }
        >
          {over > 0 ? 'Take off' : 'Add'} {Math.abs(over).toFixed(1)} st in the shot
        </Button>
      )}
    </div>
  );
}
