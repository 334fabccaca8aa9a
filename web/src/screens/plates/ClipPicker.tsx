import { closeClip as endClip } from '@velvet-dusk/core/api/endpoints/plates';
import { call } from '../../api/client.ts';
import { clipPictureUrl } from '../../api/urls.ts';
import { useState } from 'react';
import { closeClip, useImports } from '../../plates/imports.ts';
import { usePlateActions } from '../../plates/usePlateActions.ts';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Window } from '../../ui/Window.tsx';

/** Pictures along the clip, as the server counts them. */
const stripLength = 12;

/** Frames of a clip to take in as plates: from a strip, or by time. */
export function ClipPicker({ chosen }: { chosen: string }) {
  const clip = useImports((s) => s.clip);
  const { pick } = usePlateActions();
  const [times, setTimes] = useState<number[]>([]);
  const [at, setAt] = useState(0);
  const [state, setState] = useState<{ busy: boolean; trouble: string }>({ busy: false, trouble: '' });
  if (!clip) return null;
  const { facts } = clip;
  const stripTime = (i: number) => Number(((facts.duration * (i + 0.5)) / stripLength).toFixed(3));
  const toggle = (t: number) =>
    setTimes((ts) => (ts.includes(t) ? ts.filter((x) => x !== t) : [...ts, t].sort((a, b) => a - b)));
  const close = () => {
    setTimes([]);
    setState({ busy: false, trouble: '' });
    closeClip();
    // Closed or not, the server forgets it in time.
    void call(endClip, { id: clip.id }).catch(() => {});
  };
  const take = async () => {
    setState({ busy: true, trouble: '' });
    try {
      await pick(clip.id, times, chosen);
      close();
    } catch (error) {
      setState({ busy: false, trouble: (error as Error).message });
    }
  };
  return (
    <Window
      open
      onClose={close}
      width={860}
      title={`Frames of ${clip.name}`}
      about={`${facts.width}×${facts.height}, ${facts.codec}, ${facts.depth} bits, ${facts.range} range, ${facts.duration.toFixed(1)} s at ${facts.rate.toFixed(2)} frames a second. Frames are decoded at full depth.`}
    >
      <div className="px-5 pb-5 flex flex-col gap-3">
        <ul className="grid grid-cols-4 gap-2">
          {Array.from({ length: stripLength }, (_, i) => (
            <li key={i}>
              <button
                type="button"
                aria-pressed={times.includes(stripTime(i))}
                className={`block w-full ${times.includes(stripTime(i)) ? 'outline-2 outline-violet' : ''}`}
                onClick={() => toggle(stripTime(i))}
              >
                <img
                  src={clipPictureUrl(clip, i)}
                  alt={`Frame at ${stripTime(i).toFixed(2)} s`}
                  className="w-full bg-g0 min-h-[60px]"
                />
                <span className="num text-t2">{stripTime(i).toFixed(2)} s</span>
              </button>
            </li>
          ))}
        </ul>
        <div className="flex items-center gap-3">
          <NumberField
            label="At"
            value={at}
            onChange={setAt}
            min={0}
            max={facts.duration}
            step={1 / facts.rate}
            rest={0}
            digits={2}
            unit="s"
          />
          <Button disabled={times.includes(at)} onClick={() => toggle(at)}>
            Add this time
          </Button>
          <span className="num text-t2 flex-1">{times.map((t) => t.toFixed(2)).join('  ')}</span>
          <Button kind="main" disabled={times.length === 0 || state.busy} onClick={() => void take()}>
            {state.busy ? 'Reading …' : `Take ${times.length} in`}
          </Button>
        </div>
        {state.trouble && (
          <p role="alert" className="text-ember">
            ▲ {state.trouble}
          </p>
        )}
      </div>
    </Window>
  );
}
