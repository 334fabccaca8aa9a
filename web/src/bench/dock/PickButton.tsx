import type { Sample } from '../../workers/sample.ts';
import { setView, useView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';

/** Waits for a click on the picture and hands on what is there. */
export function PickButton({
  what,
  label = 'Pick on the picture',
  stepId,
  onPick,
}: {
  what: string;
  label?: string;
  /** Whose step it is for: the sample is taken where the picture reaches it. */
  stepId?: string;
  onPick(sample: Sample): void;
}) {
  const active = useView((s) => s.pick?.what === what);
  return (
    <Button
      aria-pressed={active}
      className={`!py-0.5 !text-[12px] whitespace-nowrap ${active ? 'border-violet' : ''}`}
      onClick={() =>
        setView(
          active ? { pick: null } : { ...(stepId !== undefined && { stepId }), pick: { what, take: onPick } },
        )
      }
    >
      {label}
    </Button>
  );
}
