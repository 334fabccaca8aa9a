import { stepDefinition, type StepType } from '@velvet-dusk/core/look/steps/index';
import { addStep } from '../../state/document.ts';
import { setView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';

/** A dock whose step the look does not have yet: what it is for, and a way to put one in. */
export function EmptyDock({ text, types }: { text: string; types: readonly StepType[] }) {
  return (
    <div className="h-full grid place-content-center justify-items-center gap-3 text-center">
      <p className="max-w-[62ch] text-t2">{text}</p>
      <p className="flex gap-2">
        {types.map((type) => (
          <Button key={type} onClick={() => setView({ stepId: addStep(type) })}>
            Add {stepDefinition(type).label.toLowerCase()}
          </Button>
        ))}
      </p>
    </div>
  );
}
