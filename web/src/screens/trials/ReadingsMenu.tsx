import { Check } from '../../ui/Check.tsx';
import { Popover } from 'radix-ui';
import { trialReadings } from '@velvet-dusk/core/trial/readings';
import { Button } from '../../ui/Button.tsx';

/** Which readings are judged; none chosen means all of them. */
export function ReadingsMenu({
  readings,
  onChange,
  label = 'Readings',
}: {
  readings: readonly string[];
  onChange(readings: string[]): void;
  label?: string;
}) {
  const isOn = (id: string) => readings.length === 0 || readings.includes(id);
  const set = (id: string, on: boolean) => {
    const next = trialReadings.map((r) => r.id).filter((r) => (r === id ? on : isOn(r)));
    if (next.length > 0) onChange(next.length === trialReadings.length ? [] : next);
  };
  const words = readings.length === 0 ? 'all' : `${readings.length} of ${trialReadings.length}`;
  return (
    <Popover.Root>
      <Popover.Trigger aria-label={`${label}: ${words}`} className="text-t2 hover:text-t1 whitespace-nowrap">
        {label} <span className="text-t1 border-b border-g4">{words}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          className="z-40 bg-g2 border border-g4 rounded-sm p-3 w-[230px] text-[12.5px] grid gap-1"
        >
          <Button kind="text" className="justify-self-start" onClick={() => onChange([])}>
            All
          </Button>
          {trialReadings.map(({ id, label: name }) => (
            <Check key={id} checked={isOn(id)} onChange={(on) => set(id, on)}>
              {name}
            </Check>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
