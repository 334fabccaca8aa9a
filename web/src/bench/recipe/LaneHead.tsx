import type { ReactNode } from 'react';

/** The name of a lane and what becomes of it. */
export function LaneHead({ name, fate, children }: { name: string; fate: string; children?: ReactNode }) {
  return (
    <div className="flex items-baseline px-3 pt-2.5 pb-1 text-[12px]">
      <h3 className="font-semibold">{name}</h3>
      <span className="ml-auto text-t3 whitespace-nowrap">{fate}</span>
      {children}
    </div>
  );
}
