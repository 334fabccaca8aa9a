import { memo } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { moveStepTo } from '../../state/document.ts';
import { SortableList, useDraggable } from '../../ui/Sortable.tsx';
import { StepRow } from './StepRow.tsx';

const SortableStep = memo(function SortableStep({ step }: { step: LookStep }) {
  return <StepRow step={step} drag={useDraggable(step.id)} />;
});

/** The rows of a recipe, to be dragged to other places. */
export const SortableSteps = ({ steps }: { steps: readonly LookStep[] }) => (
  <SortableList isColumn ids={steps.map((s) => s.id)} onMove={moveStepTo}>
    <ol>
      {steps.map((step) => (
        <SortableStep key={step.id} step={step} />
      ))}
    </ol>
  </SortableList>
);
