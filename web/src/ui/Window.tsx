import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

interface WindowProps {
  open: boolean;
  /** Without it, only what is in the window ends it. */
  onClose?: () => void;
  title: string;
  /** One line under the title that says what this is for. */
  about: ReactNode;
  width?: number;
  children: ReactNode;
}

/** A window over the bench; Escape closes it and focus returns to where it was. */
export function Window({ open, onClose, title, about, width = 620, children }: WindowProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && onClose?.()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-[#0e0e0ecc] z-20" />
        <Dialog.Content
          className="fixed z-30 left-1/2 top-1/2 -translate-x-1/2 -translate-y-1/2 max-h-[92vh] scroll-quiet bg-g2 border border-g4 rounded-sm"
          style={{ width }}
          onOpenAutoFocus={(event) => {
            // One that comes by itself comes while somebody types: the next key must not be an answer to it.
            if (onClose) return;
            event.preventDefault();
            (event.currentTarget as HTMLElement).focus();
          }}
        >
          <header className="flex items-baseline gap-4 px-5 pt-4 pb-3">
            <div className="flex-1">
              <Dialog.Title className="text-[15px] font-semibold">{title}</Dialog.Title>
              <Dialog.Description className="text-t2 text-[12.5px]">{about}</Dialog.Description>
            </div>
            {onClose && <Dialog.Close className="text-t2 hover:text-t1 text-[12.5px]">Close</Dialog.Close>}
          </header>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
