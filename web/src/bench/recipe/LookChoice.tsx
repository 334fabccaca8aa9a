import { DropdownMenu } from 'radix-ui';
import { freeName } from '@velvet-dusk/core/look/freeName';
import { lookFrom, startingPoints } from '@velvet-dusk/core/look/startingPoints';
import { useLookActions } from '../../api/looks.ts';
import { editLook, useDocument } from '../../state/document.ts';
import { openSheet } from '../sheet/sheetStore.ts';
import { menuItem } from '../../ui/menuItem.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { DeletedLook } from './DeletedLook.tsx';

/** The look's name, typed in place; beside it the project's other looks, and starting points for a new one. */
export function LookChoice() {
  const { looks } = useOpenProject();
  const lookId = useDocument((s) => s.lookId);
  const name = useDocument((s) => s.look.name);
  const { open, make } = useLookActions();
  const names = looks.map((l) => l.document.name);
  const trouble = open.error ?? make.error;
  return (
    <div className="px-3 pt-2 border-t border-g0 mt-2">
      <div className="flex items-baseline gap-2 text-[13px]">
        <input
          type="text"
          aria-label="Name of the look"
          maxLength={80}
          className="flex-1 min-w-0 bg-transparent font-semibold border-b border-transparent hover:border-g5 focus:border-violet focus:outline-none"
          value={name}
          onChange={(e) =>
            e.currentTarget.value && editLook((look) => ({ ...look, name: e.currentTarget.value }))
          }
          onKeyDown={(e) => e.stopPropagation()}
        />
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="text-violet hover:underline text-[12px] whitespace-nowrap">
            {looks.length === 1 ? 'New look' : `${looks.length} looks`}
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              align="end"
              className="z-20 bg-g2 border border-g4 rounded-sm py-1 text-[12.5px] w-[300px] max-h-[var(--radix-dropdown-menu-content-available-height)] scroll-quiet"
            >
              {looks.length > 1 &&
                looks.map((l) => (
                  <DropdownMenu.Item
                    key={l.id}
                    className={menuItem}
                    disabled={l.id === lookId}
                    onSelect={() => open.mutate(l.id)}
                  >
                    {l.id === lookId ? `${name}, on the bench` : l.document.name}
                  </DropdownMenu.Item>
                ))}
              <DropdownMenu.Item className={menuItem} onSelect={() => openSheet('looks')}>
                Side by side; duplicate, order, delete …
              </DropdownMenu.Item>
              <DropdownMenu.Item className={menuItem} onSelect={() => openSheet('startingPoints')}>
                Starting points as pictures …
              </DropdownMenu.Item>
              <DropdownMenu.Label className="px-3 pt-1.5 pb-0.5 text-t3 border-t border-g3">
                A new look from
              </DropdownMenu.Label>
              {startingPoints.map((p) => (
                <DropdownMenu.Item
                  key={p.id}
                  className={menuItem}
                  onSelect={() => make.mutate(lookFrom(p.id, freeName(p.label, names)))}
                >
                  <span className="block text-t1">{p.label}</span>
                  <span className="block text-[11.5px]">{p.about}</span>
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
      <DeletedLook className="pt-1" />
      {trouble && (
        <p role="alert" className="text-ember text-[12px]">
          ▲ {trouble.message}
        </p>
      )}
    </div>
  );
}
