import { Progress } from 'radix-ui';

/** How far long work has come. @param share 0–1. */
export function ProgressBar({ label, share }: { label: string; share: number }) {
  const percent = Math.round(share * 100);
  return (
    <Progress.Root value={percent} aria-label={label} className="h-1 flex-1 bg-g4">
      <Progress.Indicator className="h-full bg-violet" style={{ width: `${percent}%` }} />
    </Progress.Root>
  );
}
