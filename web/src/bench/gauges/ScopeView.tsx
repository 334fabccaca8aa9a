import { useEffect, useMemo, useRef } from 'react';
import { histogramImage, vectorscopeImage, waveformImage } from '../../scopes/paint.ts';
import { useMeasured } from '../../state/measured.ts';
import { type ScopeKind, useView } from '../../state/view.ts';
import { useSize } from '../../ui/useSize.ts';
import type { Analysis, StillScopes } from '../../workers/analysis.ts';
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

function image(kind: ScopeKind, a: Analysis | StillScopes): ImageData {
  if (kind === 'vector') return vectorscopeImage(a.vectorscope);
  if (kind !== 'stops') return waveformImage(a.waveform, kind);
  if ('histogram' in a) return histogramImage(a.histogram, 120);
  throw new Error('a finished still has no stops');
}

function boxOf(kind: ScopeKind, { width, height: whole }: { width: number; height: number }): Box {
  const height = whole - axis.top - axis.bottom;
  if (kind === 'vector') return { x: (width - height) / 2, y: axis.top, width: height, height };
  const left = kind === 'stops' ? 14 : axis.left;
  const right = kind === 'stops' ? 14 : axis.right;
  return { x: left, y: axis.top, width: width - left - right, height: height - (kind === 'stops' ? 10 : 0) };
}

/** One scope of the picture as it is shown. @param still a finished picture that is measured in its place. */
export function ScopeView({
  kind,
  height,
  still,
}: {
  kind: ScopeKind;
  height: number;
  still?: { name: string; scopes: StillScopes };
}) {
  const { levelScale, view } = useView();
  const { practice } = useOpenProject();
  const analysis = useMeasured((s) => s.analysis);
  const measured = still?.scopes ?? analysis;
  const [ref, size] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useMemo(() => boxOf(kind, size), [size, kind]);
  const isPictureStale = useIsStale();
  const isStale = !still && isPictureStale;
  const light = still ? null : analysis?.aboveWhite;
  const isLevels = kind === 'luma' || kind === 'waveform' || kind === 'parade';

  useEffect(() => {
    if (!measured || !canvas.current) return;
    const drawn = image(kind, measured);
    canvas.current.width = drawn.width;
    canvas.current.height = drawn.height;
    canvas.current.getContext('2d')?.putImageData(drawn, 0, 0);
  }, [measured, kind]);

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
        aria-label={`${scopeKinds.find((k) => k.value === kind)?.label} scope of ${still ? still.name : `the ${view} picture`}`}
        className="absolute"
        style={{ left: box.x, top: box.y, width: Math.max(box.width, 0), height: Math.max(box.height, 0) }}
      />
      {measured && box.width > 0 && (
        <svg width={size.width} height={size.height} className="absolute inset-0" aria-hidden>
          {isLevels && light && (
            <LightLines box={box} waveform={measured.waveform} reference={light.reference} />
          )}
          {isLevels && !light && <LevelLines box={box} waveform={measured.waveform} scale={levelScale} />}
          {isLevels && !light && (still || view !== 'recorded') && (
            <TargetBands box={box} waveform={measured.waveform} practice={practice} />
          )}
          {kind === 'vector' && <VectorLines box={box} />}
          {kind === 'stops' && !still && analysis && <StopLines box={box} histogram={analysis.histogram} />}
        </svg>
      )}
    </div>
  );
}
