import { useEffect, useMemo, useRef } from 'react';
import { chromaOf } from '@velvet-dusk/core/readings/ycbcr';
import { histogramImage, skinLineEnd, vectorscopeImage, waveformImage } from '../../scopes/paint.ts';
import { useMeasured } from '../../state/measured.ts';
import { type LevelScale, type ScopeKind, setView, useView } from '../../state/view.ts';
import { Segments } from '../../ui/Segments.tsx';
import { useSize } from '../../ui/useSize.ts';
import type { Analysis } from '../../workers/analysis.worker.ts';

const kinds: { value: ScopeKind; label: string; hint: string }[] = [
  { value: 'waveform', label: 'Waveform', hint: 'Level over the width of the picture, R, G and B' },
  { value: 'parade', label: 'Parade', hint: 'R, G and B side by side' },
  { value: 'vector', label: 'Vector', hint: 'Cb and Cr, with the skin line' },
  { value: 'stops', label: 'Stops', hint: 'Light of the shot in stops from mid-grey' },
];
const scales: { value: LevelScale; label: string; hint: string }[] = [
  { value: '%', label: '%', hint: 'Signal in percent' },
  { value: '10b', label: '10b', hint: 'Full-range code of 10 bits' },
  { value: '8b', label: '8b', hint: 'Full-range code of 8 bits' },
];
const top: Record<LevelScale, number> = { '%': 100, '10b': 1023, '8b': 255 };
const levels = [0, 0.25, 0.5, 0.75, 1];
const axis = { left: 34, right: 10, top: 6, bottom: 6 };

function image(kind: ScopeKind, a: Analysis): ImageData {
  if (kind === 'vector') return vectorscopeImage(a.vectorscope);
  if (kind === 'stops') return histogramImage(a.histogram, 120);
  return waveformImage(a.waveform, kind === 'parade');
}

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

function LevelLines({
  box,
  waveform,
  scale,
}: {
  box: Box;
  waveform: Analysis['waveform'];
  scale: LevelScale;
}) {
  const y = (level: number) =>
    box.y + box.height * (1 - (level - waveform.low) / (waveform.high - waveform.low));
  return levels.map((l) => (
    <g key={l}>
      <line
        x1={box.x}
        x2={box.x + box.width}
        y1={y(l)}
        y2={y(l)}
        stroke="#ffffff"
        opacity={l % 1 ? 0.1 : 0.25}
      />
      <text x={box.x - 5} y={y(l) + 3.5} textAnchor="end" fontSize={10.5} className="num fill-t3">
        {Math.round(l * top[scale])}
      </text>
    </g>
  ));
}

/** The six full colours at 75 %, as small open squares in their own hue. */
const marks = [1, 3, 2, 6, 4, 5].map((bits) => {
  const [r, g, b] = [bits & 1, (bits >> 1) & 1, (bits >> 2) & 1].map((v) => v * 0.75);
  return { chroma: chromaOf(r, g, b), colour: `rgb(${[r, g, b].map((v) => v * 255).join(' ')})` };
});

function VectorLines({ box }: { box: Box }) {
  const [cx, cy, r] = [box.x + box.width / 2, box.y + box.height / 2, box.width / 2];
  const [sx, sy] = skinLineEnd(r);
  return (
    <g>
      <circle cx={cx} cy={cy} r={r - 0.5} fill="none" stroke="#ffffff" opacity={0.2} />
      <path d={`M${cx - r} ${cy}H${cx + r}M${cx} ${cy - r}V${cy + r}`} stroke="#ffffff" opacity={0.1} />
      <line x1={cx} y1={cy} x2={cx + sx} y2={cy + sy} stroke="#ffffff" opacity={0.55} />
      <text x={cx + sx - 6} y={cy + sy + 10} textAnchor="end" fontSize={10.5} className="fill-t2">
        skin
      </text>
      {marks.map(({ chroma: [cb, cr], colour }) => (
        <rect
          key={colour}
          x={cx + cb * 2 * r - 3}
          y={cy - cr * 2 * r - 3}
          width={6}
          height={6}
          fill="none"
          stroke={colour}
        />
      ))}
    </g>
  );
}

function StopLines({ box, histogram: { low, high } }: { box: Box; histogram: Analysis['histogram'] }) {
  const x = (stops: number) => box.x + (box.width * (stops - low)) / (high - low);
  return Array.from({ length: (high - low) / 2 + 1 }, (_, i) => low + 2 * i).map((st) => (
    <g key={st}>
      <line
        x1={x(st)}
        x2={x(st)}
        y1={box.y}
        y2={box.y + box.height}
        stroke="#ffffff"
        opacity={st ? 0.08 : 0.3}
      />
      <text x={x(st)} y={box.y + box.height + 11} textAnchor="middle" fontSize={10.5} className="num fill-t3">
        {st > 0 ? `+${st}` : st < 0 ? `−${-st}` : 0}
      </text>
    </g>
  ));
}

/** One scope at a time, of the picture as it is shown. */
export function Scope() {
  const { scope, levelScale, view } = useView();
  const analysis = useMeasured((s) => s.analysis);
  const [ref, size] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useMemo<Box>(() => {
    const height = size.height - axis.top - axis.bottom;
    if (scope === 'vector') return { x: (size.width - height) / 2, y: axis.top, width: height, height };
    const foot = scope === 'stops' ? 10 : 0;
    const left = scope === 'stops' ? 14 : axis.left;
    return {
      x: left,
      y: axis.top,
      width: size.width - left - (scope === 'stops' ? 14 : axis.right),
      height: height - foot,
    };
  }, [size, scope]);

  useEffect(() => {
    if (!analysis || !canvas.current) return;
    const drawn = image(scope, analysis);
    canvas.current.width = drawn.width;
    canvas.current.height = drawn.height;
    canvas.current.getContext('2d')?.putImageData(drawn, 0, 0);
  }, [analysis, scope]);

  return (
    <section aria-label="Scope">
      <div className="flex items-center px-1.5 h-9">
        <Segments small label="Scope" value={scope} options={kinds} onChange={(k) => setView({ scope: k })} />
        <span className="flex-1" />
        {(scope === 'waveform' || scope === 'parade') && (
          <Segments
            small
            label="Scale"
            value={levelScale}
            options={scales}
            onChange={(l) => setView({ levelScale: l })}
          />
        )}
      </div>
      <div ref={ref} className="relative h-[176px] bg-g0">
        <canvas
          ref={canvas}
          role="img"
          aria-label={`${kinds.find((k) => k.value === scope)?.label} of the ${view} picture`}
          className="absolute"
          style={{ left: box.x, top: box.y, width: Math.max(box.width, 0), height: Math.max(box.height, 0) }}
        />
        {analysis && box.width > 0 && (
          <svg width={size.width} height={size.height} className="absolute inset-0" aria-hidden>
            {(scope === 'waveform' || scope === 'parade') && (
              <LevelLines box={box} waveform={analysis.waveform} scale={levelScale} />
            )}
            {scope === 'vector' && <VectorLines box={box} />}
            {scope === 'stops' && <StopLines box={box} histogram={analysis.histogram} />}
          </svg>
        )}
      </div>
    </section>
  );
}
