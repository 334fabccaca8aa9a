import { type TextureId, textureKind } from '@velvet-dusk/core/texture/index';
import { useMeasured } from '../../../state/measured.ts';
import { useSize } from '../../../ui/useSize.ts';
import { singleLine } from '../plot/lineColours.ts';
import { ParamHandle } from '../plot/ParamHandle.tsx';
import { plateAxes } from '../plot/plateAxes.ts';
import { PlotBackdrop } from '../plot/PlotBackdrop.tsx';
import { evenPlaces, plotMargin, plotPath, plotScale } from '../plot/plotScale.ts';
import { schemaNumbers } from '../stepNumbers.ts';
import { setTextureNumber } from './setTextureNumber.ts';
import { textureAxes } from './textureAxes.ts';

const places = 161;

interface TextureDrawingProps {
  id: TextureId;
  params: Record<string, number>;
  on: boolean;
  /** Stops of a colour picked on the picture. */
  picked: number | null;
}

/** What a kind of texture does over its axis, from the function that works on the picture. */
export function TextureDrawing({ id, params, picked, on }: TextureDrawingProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const distribution = useMeasured((s) => s.analysis?.distribution ?? null);
  const { shape, schema } = textureKind(id);
  const axis = textureAxes[shape.axis];
  const s = plotScale(width, height, axis, shape.y);
  const at = (place: number) => shape.at(params, axis.value(place));
  const numbers = schemaNumbers(schema);
  // How far the line moves for one unit of a parameter: tried on the kind itself.
  const perUnit = (key: string, place: number) => {
    const { min, max } = numbers.get(key)!;
    const by = (max - min) * 1e-3;
    const moved = shape.at({ ...params, [key]: params[key] + by }, axis.value(place)) - at(place);
    return Math.abs(moved) > 1e-9 ? by / moved : (max - min) / (shape.y.max - shape.y.min);
  };
  const middle = (shape.y.min + shape.y.max) / 2;
  const shownPick = shape.axis === 'stops' ? picked : null;
  return (
    <div ref={ref} className="relative h-full">
      <svg width={width} height={height} role="group" aria-label={`${shape.label} over ${axis.label}`}>
        <PlotBackdrop
          s={s}
          ticks={{ x: axis.ticks, y: [shape.y.min, middle, shape.y.max] }}
          tickText={axis.tickText}
          spread={shape.axis === 'stops' && distribution ? plateAxes.stops.spread(distribution) : null}
        />
        {shownPick !== null && (
          <>
            <line
              x1={s.x(shownPick)}
              x2={s.x(shownPick)}
              y1={plotMargin.top}
              y2={s.bottom}
              className="stroke-violet"
              strokeDasharray="2 2"
            />
            <text
              x={s.right - 6}
              y={plotMargin.top + 12}
              textAnchor="end"
              fontSize={11}
              className="fill-t1 num"
            >
              {`at ${shownPick.toFixed(1)} st: ${at(shownPick).toFixed(2)} ${shape.unit}`.replaceAll(
                '-',
                '−',
              )}
            </text>
          </>
        )}
        <path
          d={plotPath(s, evenPlaces(axis, places), at)}
          fill="none"
          stroke={singleLine}
          strokeWidth={1.5}
          opacity={on ? 0.95 : 0.4}
        />
        {shape.handles.map(({ key, along, x }) => {
          const place = axis.place(x(params));
          return (
            <ParamHandle
              key={key}
              s={s}
              along={along}
              spec={numbers.get(key)!}
              value={params[key]}
              set={(v) => setTextureNumber(id, key, v)}
              place="handle"
              at={[place, along === 'x' ? shape.y.min : at(place)]}
              perUnit={() => (along === 'x' ? 1 : perUnit(key, place))}
              shape={along === 'x' ? 'wedge' : 'bar'}
            />
          );
        })}
      </svg>
    </div>
  );
}
