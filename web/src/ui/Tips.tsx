import { flip, offset, shift, useFloating } from '@floating-ui/react-dom';
import { useEffect, useState } from 'react';
import { createPortal } from 'react-dom';
import { tipAttribute } from './tip.ts';

/** Milliseconds something is rested on before its tip comes, and after one is gone while the next comes at once. */
const restFor = 500;
const atOnceWithin = 300;

interface Shown {
  says: string;
  place: DOMRect;
}

const tipped = (target: EventTarget | null): Element | null =>
  target instanceof Element ? target.closest(`[${tipAttribute}]`) : null;

/**
 * Shows the tip of whatever is rested on. One for all of the page: hundreds of figures have a tip, and one of them is seen at a
 * time.
 */
export function Tips() {
  const [shown, setShown] = useState<Shown | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let over: Element | null = null;
    let isShown = false;
    let goneAt = -Infinity;
    const hide = () => {
      clearTimeout(timer);
      if (isShown) goneAt = performance.now();
      isShown = false;
      setShown(null);
    };
    const show = (element: Element) => {
      const says = element.getAttribute(tipAttribute);
      if (!says || !element.isConnected) return;
      isShown = true;
      setShown({ says, place: element.getBoundingClientRect() });
    };
    const rest = (element: Element | null) => {
      if (element === over) return;
      over = element;
      hide();
      if (!element) return;
      const isNext = performance.now() - goneAt < atOnceWithin;
      timer = setTimeout(() => show(element), isNext ? 0 : restFor);
    };
    const listeners: Partial<Record<keyof DocumentEventMap, (event: Event) => void>> = {
      pointerover: (event) => rest(tipped(event.target)),
      pointerout: (event) => !(event as PointerEvent).relatedTarget && rest(null),
      focusin: (event) => {
        const element = tipped(event.target);
        if (element?.matches(':focus-visible')) rest(element);
      },
      focusout: () => rest(null),
      // What is pressed or moved is no longer rested on.
      pointerdown: hide,
      keydown: hide,
      scroll: hide,
      wheel: hide,
    };
    for (const [name, listener] of Object.entries(listeners))
      document.addEventListener(name, listener, { capture: true, passive: true });
    return () => {
      hide();
      for (const [name, listener] of Object.entries(listeners))
        document.removeEventListener(name, listener, { capture: true });
    };
  }, []);
  const { refs, floatingStyles } = useFloating({
    placement: 'bottom-start',
    strategy: 'fixed',
    elements: { reference: shown && { getBoundingClientRect: () => shown.place } },
    middleware: [offset(4), flip(), shift({ padding: 6 })],
  });
  if (!shown) return null;
  // No layer of the windows’ kind: it would take Escape from the window that it lies over. Who listens has it as a description.
  return createPortal(
    <p
      ref={refs.setFloating}
      aria-hidden
      data-testid="tip"
      style={floatingStyles}
      className="z-50 w-max max-w-[44ch] px-2 py-1 rounded-sm bg-g1 border border-g5 text-t1 text-[12px] leading-snug pointer-events-none"
    >
      {shown.says}
    </p>,
    document.body,
  );
}
