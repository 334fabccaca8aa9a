import { DropdownMenu } from 'radix-ui';
import { stepDefinitions } from '@velvet-dusk/core/look/steps/index';
import { addStep } from '../../state/document.ts';
import { setView } from '../../state/view.ts';

/** Puts another step into the recipe, at its usual place, at rest. */
export function AddStep() {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="ml-[34px] my-0.5 text-violet hover:underline text-[12px]">
        Add a step
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          className="z-20 bg-g2 border border-g4 rounded-sm py-1 text-[12.5px] min-w-[190px] max-h-[var(--radix-dropdown-menu-content-available-height)] scroll-quiet"
        >
          {stepDefinitions.map((d) => (
            <DropdownMenu.Item
              key={d.id}
              className="px-3 py-1 cursor-pointer outline-none data-[highlighted]:bg-g3 data-[highlighted]:text-t1 text-t2"
              onSelect={() => setView({ stepId: addStep(d.id) })}
            >
              {d.label}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
