import { DropdownMenu } from 'radix-ui';
import { stepDefinition, stepDefinitions } from '@velvet-dusk/core/look/steps/index';
import { addStep, pasteStep } from '../../state/document.ts';
import { setView, useView } from '../../state/view.ts';
import { dockLabels, dockOf } from '../dock/docks.ts';

const item =
  'px-3 py-0.5 cursor-pointer outline-none data-[highlighted]:bg-g3 data-[highlighted]:text-t1 text-t2';

/** Puts another step into the recipe, at its usual place, at rest; or one that was copied. */
export function AddStep() {
  const copied = useView((s) => s.copied);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="ml-[34px] my-0.5 text-violet hover:underline text-[12px]">
        Add a step
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          className="z-20 bg-g2 border border-g4 rounded-sm py-1 text-[12.5px] min-w-[230px] max-h-[var(--radix-dropdown-menu-content-available-height)] scroll-quiet"
        >
          {copied && (
            <DropdownMenu.Item className={item} onSelect={() => setView({ stepId: pasteStep(copied) })}>
              Paste {stepDefinition(copied.type).label.toLowerCase()},{' '}
              {stepDefinition(copied.type).summary(copied.params)}
            </DropdownMenu.Item>
          )}
          {dockLabels.map(({ value, label }) => {
            const steps = stepDefinitions.filter((d) => dockOf[d.id] === value);
            if (steps.length === 0) return null;
            return (
              <DropdownMenu.Group key={value}>
                <DropdownMenu.Label className="px-3 pt-1.5 text-t3 text-[11.5px]">{label}</DropdownMenu.Label>
                {steps.map((d) => (
                  <DropdownMenu.Item
                    key={d.id}
                    className={item}
                    onSelect={() => setView({ stepId: addStep(d.id), dock: dockOf[d.id] })}
                  >
                    {d.label}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Group>
            );
          })}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
