import { useState } from 'react';
import { type ClipReadings, outOfBand } from '@velvet-dusk/core/trial/clip';
import { trialReadingLabel } from '@velvet-dusk/core/trial/readings';
import { failureWords } from '@velvet-dusk/core/trial/words';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { useSize } from '../../ui/useSize.ts';

const row = { height: 34, label: 150 };
/** Pixels across the frame that is looked at. */
const shownWidth = 420;
const colours = { holds: 'fill-holds', close: 'fill-close', fails: 'fill-ember', none: 'fill-g4' } as const;

/** The line of a reading over the frames, scaled to its own least and greatest. */
function pathOf(values: readonly (number | null)[], width: number): string {
  const numbers = values.filter((v): v is number => v !== null);
  const [low, high] = [Math.min(...numbers), Math.max(...numbers)];
  const span = high - low || 1;
  const x = (i: number) => ((i + 0.5) / values.length) * width;
  return values
    .map((v, i) => {
      if (v === null) return '';
      const y = 22 - ((v - low) / span) * 18;
      return `${i === 0 || values[i - 1] === null ? 'M' : 'L'}${x(i).toFixed(1)} ${y.toFixed(1)}`;
    })
    .join('');
}

/** Readings over time as lines, each with its verdict as a band beneath; the strip of frames above is walked by keys. */
export function ClipLines({ readings, strip }: { readings: ClipReadings; strip: string }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [at, setAt] = useState(0);
  const { frames, rate, practice } = readings;
  const width = Math.max(size.width - row.label - 70, 100);
  const isMeasured = (id: string) =>
    frames.some((f) => typeof f.readings.find((r) => r.id === id)?.value === 'number');
  const ids = frames[0].readings.map((r) => r.id).filter(isMeasured);
  const stretches = outOfBand(readings);
  const now = frames[at];
  const share = (at + 0.5) / frames.length;
  const seconds = (frame: number) => (frame / rate).toFixed(2);
  const { columns } = readings.strip;
  const large = shownWidth / readings.strip.width;
  const picture = { width: shownWidth, height: readings.strip.height * large };
  return (
    <div ref={ref} className="grid gap-3">
      <div className="flex gap-5">
        <div
          role="img"
          aria-label={`Frame ${now.frame}, ${seconds(now.frame)} s`}
          className="shrink-0 bg-g0 bg-no-repeat"
          style={{
            width: picture.width,
            height: picture.height,
            backgroundImage: `url(${strip})`,
            backgroundSize: `${picture.width * columns}px auto`,
            backgroundPosition: `-${(at % columns) * picture.width}px -${Math.floor(at / columns) * picture.height}px`,
          }}
        />
        <div className="text-[13px] grid gap-1 content-start">
          <p className="text-t1">
            {stretches.length === 0
              ? `Every reading holds or is close over ${frames.length} frames.`
              : `${stretches.length} ${stretches.length === 1 ? 'stretch' : 'stretches'} out of band in ${frames.length} measured frames.`}
          </p>
          {stretches.slice(0, 6).map((s) => {
            const frame = frames.findIndex((f) => f.frame === s.from);
            const value = frames[frame].readings.find((r) => r.id === s.id)?.value ?? null;
            return (
              <button
                key={`${s.id} ${s.from}`}
                type="button"
                className="text-left text-violet hover:underline"
                onClick={() => setAt(frame)}
              >
                {trialReadingLabel(s.id)}, {seconds(s.from)}–{seconds(s.to)} s:{' '}
                {failureWords({ id: s.id, value }, practice)}
              </button>
            );
          })}
          <p className="num text-t2 pt-1">
            frame {now.frame} · {seconds(now.frame)} s
          </p>
        </div>
      </div>
      <input
        type="range"
        aria-label="Frame"
        min={0}
        max={frames.length - 1}
        value={at}
        onChange={(e) => setAt(Number(e.currentTarget.value))}
        className="accent-violet"
        style={{ marginLeft: row.label, width }}
      />
      <div>
        {ids.map((id) => {
          const mine = frames.map((f) => f.readings.find((r) => r.id === id)!);
          const here = mine[at];
          return (
            <div key={id} className="flex items-center" style={{ height: row.height }}>
              <span className="flex items-baseline gap-1.5 text-[12px] text-t2" style={{ width: row.label }}>
                <VerdictMark verdict={here.verdict} />
                {trialReadingLabel(id)}
              </span>
              <svg
                role="img"
                aria-label={`${trialReadingLabel(id)} over time`}
                width={width}
                height={row.height - 4}
              >
                <path
                  d={pathOf(
                    mine.map((r) => r.value),
                    width,
                  )}
                  className="stroke-t1"
                  fill="none"
                  strokeWidth={1.2}
                />
                {mine.map((r, i) => (
                  <rect
                    key={frames[i].frame}
                    x={(i / frames.length) * width}
                    width={width / frames.length + 0.5}
                    y={25}
                    height={r.verdict === 'fails' ? 5 : 3}
                    className={colours[r.verdict]}
                  />
                ))}
                <line
                  x1={share * width}
                  x2={share * width}
                  y1={0}
                  y2={row.height}
                  className="stroke-violet"
                />
              </svg>
              <span className="num text-t1 w-[70px] text-right">
                {here.value === null ? '–' : here.value.toFixed(2)}
              </span>
            </div>
          );
        })}
      </div>
    </div>
  );
}
