import { Slider } from 'radix-ui';
import { beginGesture, endGesture } from '../state/document.ts';
import { NumberField, type NumberFieldProps } from './NumberField.tsx';

/** A number with a track: the tick is its rest, the bar runs from there; typed numbers reach as far as the track. */
export function Fader(props: NumberFieldProps) {
  const { label, value, min, max, step, rest, onChange } = props;
  const share = (v: number) => (100 * (v - min)) / (max - min);
  const [from, to] = [Math.min(share(rest), share(value)), Math.max(share(rest), share(value))];
  return (
    <div className="grid grid-cols-[1fr_auto] items-center gap-2 h-[19px] text-[12px]">
      <Slider.Root
        min={min}
        max={max}
        step={step}
        value={[value]}
        onValueChange={([v]) => onChange(Number(v.toFixed(6)))}
        onPointerDown={beginGesture}
        onValueCommit={endGesture}
        className="relative flex items-center h-4 touch-none"
      >
        <Slider.Track className="relative h-px grow bg-g5">
          <span className="absolute h-2 w-px bg-t3 -top-1" style={{ left: `${share(rest)}%` }} />
          <span className="absolute h-px bg-t1" style={{ left: `${from}%`, width: `${to - from}%` }} />
        </Slider.Track>
        <Slider.Thumb
          aria-label={`${label}, track`}
          className="block w-[5px] h-3 bg-t2 rounded-[1px] focus-visible:outline-2 focus-visible:outline-violet"
        />
      </Slider.Root>
      <NumberField {...props} wide className="w-[150px]" />
    </div>
  );
}
