import { type RefObject, useEffect } from 'react';

/** Plates whose cards are on the screen: they are measured first, the rest of a long stack when all is quiet. */
const inSight = new Set<string>();
export const isInSight = (plateId: string): boolean => inSight.has(plateId);

/** Keeps watch whether the card of a plate is on the screen. */
export function useInSight(card: RefObject<HTMLElement | null>, plateId: string): void {
  useEffect(() => {
    const observer = new IntersectionObserver(([entry]) =>
      entry.isIntersecting ? inSight.add(plateId) : inSight.delete(plateId),
    );
    observer.observe(card.current!);
    return () => {
      observer.disconnect();
      inSight.delete(plateId);
    };
  }, [card, plateId]);
}
