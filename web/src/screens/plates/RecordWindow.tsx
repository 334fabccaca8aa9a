import type { Plate } from '@velvet-dusk/core/api/contract';
import { plural } from '@velvet-dusk/core/numeric/plural';
import { Window } from '../../ui/Window.tsx';
import { RecordFields } from './RecordFields.tsx';

/** The shot records of the frames that are selected, typed once. */
export const RecordWindow = ({
  plates,
  open,
  onClose,
}: {
  plates: readonly Plate[];
  open: boolean;
  onClose(): void;
}) => (
  <Window
    open={open}
    onClose={onClose}
    width={520}
    title="Shot record"
    about={
      plates.length === 1
        ? `How ${plates[0].name} was shot.`
        : `How ${plural(plates.length, 'frame')} were shot; what is typed goes to all of them.`
    }
  >
    <div className="px-5 pb-5 text-[12.5px]">
      <RecordFields plates={plates} />
    </div>
  </Window>
);
