import { Checkbox } from 'radix-ui';
import type { ReactNode } from 'react';
import { tip } from './tip.ts';

interface CheckProps {
  checked: boolean;
  onChange(checked: boolean): void;
  /** More about it, where the label is short. */
  hint?: string;
  /** Its label. */
  children: ReactNode;
}

/** A box that is on or off, with its label. */
export const Check = ({ checked, onChange, hint, children }: CheckProps) => (
  <label className="flex items-start gap-1.5 text-t2 hover:text-t1 cursor-pointer" {...tip(hint)}>
    <Checkbox.Root
      checked={checked}
      onCheckedChange={(to) => onChange(to === true)}
      className="shrink-0 mt-[2px] w-3.5 h-3.5 rounded-[3px] border border-t3 bg-g1 flex items-center justify-center data-[state=checked]:bg-violet data-[state=checked]:border-violet"
    >
      <Checkbox.Indicator aria-hidden className="text-g0 text-[11px] leading-none font-bold">
        ✓
      </Checkbox.Indicator>
    </Checkbox.Root>
    {children}
  </label>
);
