import { memo, useMemo } from 'react';
import { moveStepTo, useDocument } from '../../state/document.ts';
import { SortableList, useDraggable } from '../../ui/Sortable.tsx';
import { StepRow } from './StepRow.tsx';

function SortableStep({ id }: { id: string }) {
  const step = useDocument((s) => s.look.steps.find((x) => x.id === id));
  const drag = useDraggable(id);
  return step && <StepRow step={step} drag={drag} />;
}

/** Drawn anew only where rows come, go or change places: whatever is in it, each row follows by itself. */
const Rows = memo(function Rows({ ids }: { ids: readonly string[] }) {
  return (
    <SortableList isColumn ids={ids} onMove={moveStepTo}>
      <ol>
        {ids.map((id) => (
          <SortableStep key={id} id={id} />
        ))}
      </ol>
    </SortableList>
  );
});

/** The rows of a recipe, to be dragged to other places. */
export function SortableSteps() {
  const key = useDocument((s) => JSON.stringify(s.look.steps.map((x) => x.id)));
  const ids = useMemo(() => JSON.parse(key) as string[], [key]);
  return <Rows ids={ids} />;
}
