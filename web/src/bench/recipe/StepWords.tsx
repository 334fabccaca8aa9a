import type { LookStep } from '@velvet-dusk/core/look/document';
import { stepDefinition } from '@velvet-dusk/core/look/steps/index';
import { editStep } from '../../state/document.ts';
import { NameField } from '../../ui/NameField.tsx';

/** What the maker of a look calls a step, and why it is there. */
export function StepWords({ step }: { step: LookStep }) {
  const { label } = stepDefinition(step.type);
  return (
    <div className="flex gap-3 w-full pb-0.5">
      <NameField
        label={`Name of ${label}`}
        placeholder={label}
        maxLength={40}
        mayBeEmpty
        className="w-[120px]"
        value={step.name ?? ''}
        onChange={(name) => editStep(step.id, { name: name || undefined })}
      />
      <NameField
        label={`Note on ${label}`}
        placeholder="Why it is here"
        maxLength={500}
        mayBeEmpty
        className="flex-1 min-w-0"
        value={step.note ?? ''}
        onChange={(note) => editStep(step.id, { note: note || undefined })}
      />
    </div>
  );
}
