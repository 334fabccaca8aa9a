import { type RefObject, useEffect, useState } from 'react';

/** True once an element has come near the screen. */
export function useSeen(element: RefObject<HTMLElement | null>): boolean {
  const [isSeen, setSeen] = useState(false);
  useEffect(() => {
    if (isSeen) return;
    const observer = new IntersectionObserver(([entry]) => entry.isIntersecting && setSeen(true), {
      rootMargin: '200px',
    });
    observer.observe(element.current!);
    return () => observer.disconnect();
  }, [element, isSeen]);
  return isSeen;
}
