import { useEffect, useMemo, useRef } from 'react';
import { histogramImage, vectorscopeImage, waveformImage } from '../../scopes/paint.ts';
import { useMeasured } from '../../state/measured.ts';
import { type ScopeKind, useView } from '../../state/view.ts';
import { useSize } from '../../ui/useSize.ts';
import type { Analysis } from '../../workers/analysis.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { useIsStale } from '../useIsStale.ts';
import { type Box, LevelLines, LightLines, StopLines, TargetBands, VectorLines } from './scopeLines.tsx';

const axis = { left: 34, right: 10, top: 6, bottom: 6 };

export const scopeKinds: { value: ScopeKind; label: string; hint: string }[] = [
  { value: 'waveform', label: 'RGB', hint: 'Level over the width of the picture, R, G and B' },
  { value: 'luma', label: 'Luma', hint: 'Luma over the width of the picture' },
  { value: 'parade', label: 'Parade', hint: 'R, G and B side by side' },
  { value: 'vector', label: 'Vector', hint: 'Cb and Cr, with the skin line' },
  { value: 'stops', label: 'Stops', hint: 'Light of the shot in stops from mid-grey' },
];

function image(kind: ScopeKind, a: Analysis): ImageData {
  if (kind === 'vector') return vectorscopeImage(a.vectorscope);
  if (kind === 'stops') return histogramImage(a.histogram, 120);
  return waveformImage(a.waveform, kind);
}

function boxOf(kind: ScopeKind, { width, height: whole }: { width: number; height: number }): Box {
  const height = whole - axis.top - axis.bottom;
  if (kind === 'vector') return { x: (width - height) / 2, y: axis.top, width: height, height };
  const left = kind === 'stops' ? 14 : axis.left;
  const right = kind === 'stops' ? 14 : axis.right;
  return { x: left, y: axis.top, width: width - left - right, height: height - (kind === 'stops' ? 10 : 0) };
}

/** One scope of the picture as it is shown. */
export function ScopeView({ kind, height }: { kind: ScopeKind; height: number }) {
  const { levelScale, view } = useView();
  const { practice } = useOpenProject();
  const analysis = useMeasured((s) => s.analysis);
  const [ref, size] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useMemo(() => boxOf(kind, size), [size, kind]);
  const isStale = useIsStale();
  const isLight = Boolean(analysis?.aboveWhite);
  const isLevels = kind === 'luma' || kind === 'waveform' || kind === 'parade';

  useEffect(() => {
    if (!analysis || !canvas.current) return;
    const drawn = image(kind, analysis);
    canvas.current.width = drawn.width;
    canvas.current.height = drawn.height;
    canvas.current.getContext('2d')?.putImageData(drawn, 0, 0);
  }, [analysis, kind]);

  return (
    <div
      ref={ref}
      className={`relative bg-g0 ${isStale ? 'opacity-35' : ''}`}
      style={{ height }}
      aria-busy={isStale}
    >
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${scopeKinds.find((k) => k.value === kind)?.label} scope of the ${view} picture`}
        className="absolute"
        style={{ left: box.x, top: box.y, width: Math.max(box.width, 0), height: Math.max(box.height, 0) }}
      />
      {analysis && box.width > 0 && (
        <svg width={size.width} height={size.height} className="absolute inset-0" aria-hidden>
          {isLevels && analysis.aboveWhite && (
            <LightLines box={box} waveform={analysis.waveform} reference={analysis.aboveWhite.reference} />
          )}
          {isLevels && !isLight && <LevelLines box={box} waveform={analysis.waveform} scale={levelScale} />}
          {isLevels && !isLight && view !== 'recorded' && (
            <TargetBands box={box} waveform={analysis.waveform} practice={practice} />
          )}
          {kind === 'vector' && <VectorLines box={box} />}
          {kind === 'stops' && <StopLines box={box} histogram={analysis.histogram} />}
        </svg>
      )}
    </div>
  );
}
