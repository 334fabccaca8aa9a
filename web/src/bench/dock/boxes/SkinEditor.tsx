import { signed } from '@velvet-dusk/core/numeric/signed';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { type SkinKeepParams, skinKeepSchema } from '@velvet-dusk/core/look/steps/skinKeep';
import { skinLineHue } from '@velvet-dusk/core/look/skinLine';
import { numberField } from '@velvet-dusk/core/numberField';
import { hueBins } from '@velvet-dusk/core/scopes/colourDistribution';
import { compileRendering } from '@velvet-dusk/core/render/rendering';
import { useMemo } from 'react';
import { editParams } from '../../../state/document.ts';
import { useRendering } from '../../useBench.ts';
import { useMeasured } from '../../../state/measured.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { useSize } from '../../../ui/useSize.ts';
import { useDrag } from '../../../ui/useDrag.ts';
import { PickButton } from '../PickButton.tsx';

type Key = keyof SkinKeepParams;
const field = (key: Key) => numberField(skinKeepSchema.shape[key]);
const says: Record<Key, string> = {
  hue: 'how far hue goes to the line',
  saturation: 'how far saturation goes to its aim',
  lean: 'from the skin line, + toward green',
  aim: 'chroma over lightness',
  reach: 'of hue taken for skin',
};

const set = (step: LookStep, key: Key, value: number) => {
  const { min, max } = field(key);
  editParams(step.id, () => ({ [key]: Number(Math.min(Math.max(value, min), max).toFixed(3)) }));
};

const span = { low: -10, high: 120 };
const height = 84;

/** The skin line among the plate's hues, with the reach about it; dragged sideways it leans. */
function SkinStrip({ step, target, width }: { step: LookStep; target: number; width: number }) {
  const p = step.params as SkinKeepParams;
  const hues = useMeasured((s) => s.analysis?.distribution.hues ?? null);
  const perDegree = width / (span.high - span.low);
  const x = (hue: number) => (hue - span.low) * perDegree;
  const most = hues ? Math.max(...hues) || 1 : 1;
  const bin = 360 / hueBins;
  const drag = useDrag({
    start: () => p.lean,
    move: ({ dx }, from) => set(step, 'lean', from + dx / perDegree),
  });
  return (
    <svg width={width} height={height} role="group" aria-label="Skin line among the hues of the plate">
      {hues &&
        Array.from({ length: (span.high - span.low) / bin }, (_, i) => {
          const hue = span.low + i * bin;
          const tall =
            Math.sqrt(hues[((Math.round(hue / bin) % hueBins) + hueBins) % hueBins] / most) * (height - 16);
          return (
            <rect
              key={i}
              x={x(hue)}
              width={bin * perDegree + 0.5}
              y={height - tall}
              height={tall}
              fill={`oklch(0.68 0.1 ${hue})`}
              opacity={0.45}
            />
          );
        })}
      <path
        d={`M${x(target - 2 * p.reach)} ${height}L${x(target - p.reach)} 8H${x(target + p.reach)}L${x(target + 2 * p.reach)} ${height}`}
        className="fill-violet stroke-violet"
        fillOpacity={0.1}
      />
      <g
        role="slider"
        tabIndex={0}
        aria-label="Lean from the skin line"
        aria-valuemin={field('lean').min}
        aria-valuemax={field('lean').max}
        aria-valuenow={p.lean}
        className="cursor-ew-resize touch-none focus:outline-none group"
        onKeyDown={(e) => {
          const by = { ArrowLeft: -0.5, ArrowRight: 0.5 }[e.key];
          if (!by) return;
          e.preventDefault();
          e.stopPropagation();
          set(step, 'lean', p.lean + by * (e.shiftKey ? 10 : e.altKey ? 0.1 : 1));
        }}
        {...drag}
      >
        <rect x={x(target) - 7} width={14} y={0} height={height} fill="transparent" />
        <line
          x1={x(target)}
          x2={x(target)}
          y1={0}
          y2={height}
          className="stroke-t1 group-focus-visible:stroke-white"
          strokeWidth={2}
        />
      </g>
      <text x={x(target) + 6} y={12} fontSize={10.5} className="fill-t2">
        skin line{p.lean ? ` ${signed(p.lean, 1)}°` : ''}
      </text>
    </svg>
  );
}

/** Skin keep: how strongly skin is held to its line. */
export function SkinEditor({ step }: { step: LookStep }) {
  const rendering = useRendering();
  const p = step.params as SkinKeepParams;
  const target = useMemo(() => skinLineHue(compileRendering(rendering), p.lean), [rendering, p.lean]);
  const [ref, size] = useSize<HTMLDivElement>();
  return (
    <div className="h-full flex flex-col justify-evenly px-4 text-[12px]">
      <div ref={ref}>
        <SkinStrip step={step} target={target} width={Math.max(size.width, 60)} />
      </div>
      <div className="grid grid-cols-5 gap-3">
        {(Object.keys(says) as Key[]).map((key) => (
          <span key={key} className="flex flex-col">
            <NumberField
              {...field(key)}
              wide
              signed={key === 'lean'}
              digits={key === 'aim' ? 3 : key === 'reach' ? 0 : key === 'lean' ? 1 : 2}
              value={p[key]}
              onChange={(v) => set(step, key, v)}
            />
            <span className="text-t3 text-[11px]">{says[key]}</span>
          </span>
        ))}
      </div>
      <p className="flex items-baseline gap-3">
        <PickButton
          what="skin whose saturation is aimed at"
          stepId={step.id}
          onPick={({ atStep }) => set(step, 'aim', atStep.saturation)}
        />
        <span className="text-t3">takes the saturation that the place has here as the aim</span>
      </p>
    </div>
  );
}
