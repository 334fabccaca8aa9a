import type { KeyboardEvent } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { type HueBeltParams, hueBeltLanes, type HueNode } from '@velvet-dusk/core/look/steps/hueBelt';
import { type ColourDistribution, hueBins } from '@velvet-dusk/core/scopes/colourDistribution';
import { useDrag } from '../../../ui/useDrag.ts';
import { hueColour } from '../plot/plateAxes.ts';
import { editNode, type Lane, lanes, nodeField, removeNode } from './beltEdit.ts';

const margin = { left: 38, right: 18, top: 6, bottom: 20 };
/** Skin of every complexion, Oklab hue in degrees (from memory). */
const skinBand = [38, 68];
/** What the drawing shows of each lane, from its foot to its top. */
const reachOf: Record<Lane, [low: number, high: number]> = {
  turn: [-45, 45],
  saturation: [0, 2],
  density: [-1.2, 1.2],
};

interface BeltProps {
  width: number;
  height: number;
  step: LookStep;
  params: HueBeltParams;
  lane: Lane;
  chosen: number;
  distribution: ColourDistribution | null;
  onChoose(index: number): void;
  onPut(hue: number): void;
}

function scaleOf({ width, height, lane }: Pick<BeltProps, 'width' | 'height' | 'lane'>) {
  const w = Math.max(width - margin.left - margin.right, 10);
  const h = Math.max(height - margin.top - margin.bottom, 10);
  const [low, high] = reachOf[lane];
  return {
    x: (hue: number) => margin.left + (hue / 360) * w,
    y: (v: number) => margin.top + h * (1 - Math.min(Math.max((v - low) / (high - low), -0.02), 1.02)),
    hueAt: (x: number) => ((x - margin.left) / w) * 360,
    perDegree: w / 360,
    perUnit: h / (high - low),
    bottom: margin.top + h,
    right: margin.left + w,
    low,
    high,
    top: margin.top,
  };
}
type Scale = ReturnType<typeof scaleOf>;

function Backdrop({
  s,
  distribution,
  lane,
}: {
  s: Scale;
  distribution: ColourDistribution | null;
  lane: Lane;
}) {
  const most = distribution ? Math.max(...distribution.hues) || 1 : 1;
  const width = (s.right - margin.left) / hueBins;
  const rest = lanes.find((l) => l.id === lane)!.rest;
  return (
    <g aria-hidden>
      <rect
        x={s.x(skinBand[0])}
        width={s.x(skinBand[1]) - s.x(skinBand[0])}
        y={s.top}
        height={s.bottom - s.top}
        className="fill-[#2c2c2c]"
      />
      <text x={s.x(skinBand[0]) + 3} y={s.top + 10} fontSize={10.5} className="fill-t3">
        skin
      </text>
      {Array.from({ length: hueBins }, (_, i) => {
        const hue = ((i + 0.5) * 360) / hueBins;
        const share = distribution ? Math.sqrt(distribution.hues[i] / most) : 0;
        const tall = share * (s.bottom - s.top) * 0.72;
        return (
          <g key={i}>
            <rect
              x={s.x(hue) - width / 2}
              width={width + 0.5}
              y={s.bottom - tall}
              height={tall}
              fill={hueColour(hue)}
              opacity={0.4}
            />
            <rect
              x={s.x(hue) - width / 2}
              width={width + 0.5}
              y={s.bottom + 2}
              height={4}
              fill={hueColour(hue)}
            />
          </g>
        );
      })}
      <line
        x1={margin.left}
        x2={s.right}
        y1={s.y(rest)}
        y2={s.y(rest)}
        strokeDasharray="3 3"
        className="stroke-g5"
      />
      {[s.low, (s.low + s.high) / 2, s.high].map((v) => (
        <text
          key={v}
          x={margin.left - 6}
          y={s.y(v) + 3.5}
          textAnchor="end"
          fontSize={10.5}
          className="fill-t3 num"
        >
          {v < 0 ? `−${-v}` : v}
        </text>
      ))}
      {[0, 60, 120, 180, 240, 300, 360].map((h) => (
        <text
          key={h}
          x={s.x(h)}
          y={s.bottom + 17}
          textAnchor="middle"
          fontSize={10.5}
          className="fill-t3 num"
        >
          {h}°
        </text>
      ))}
    </g>
  );
}

interface NodeProps extends Pick<BeltProps, 'step' | 'lane' | 'onChoose'> {
  node: HueNode;
  index: number;
  s: Scale;
  selected: boolean;
}

/** A node: along the belt moves its hue, up and down the lane's value. */
function BeltNode({ step, node, index, lane, s, selected, onChoose }: NodeProps) {
  const { label, unit, rest, digits } = lanes.find((l) => l.id === lane)!;
  const { min, max, step: by } = nodeField(lane);
  const drag = useDrag({
    start: () => {
      onChoose(index);
      return node;
    },
    move: ({ dx, dy }, from) => {
      // Small sideways tremor while pulling up or down must not move the hue.
      const along = Math.abs(dx) > 6 ? (dx - Math.sign(dx) * 6) / s.perDegree : 0;
      editNode(step.id, index, { hue: from.hue + along, [lane]: from[lane] - dy / s.perUnit });
    },
  });
  const onKeyDown = (e: KeyboardEvent) => {
    const much = e.shiftKey ? 10 : e.altKey ? 0.1 : 1;
    const change: Record<string, Partial<HueNode>> = {
      ArrowUp: { [lane]: node[lane] + by * much },
      ArrowDown: { [lane]: node[lane] - by * much },
      ArrowRight: { hue: node.hue + much },
      ArrowLeft: { hue: node.hue - much },
    };
    if (e.key === 'Delete' || e.key === 'Backspace') removeNode(step.id, index);
    else if (change[e.key]) editNode(step.id, index, change[e.key]);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const [x, y] = [s.x(node.hue), s.y(node[lane])];
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${label} at ${Math.round(node.hue)}°`}
      aria-orientation="vertical"
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuenow={node[lane]}
      aria-valuetext={`${node[lane].toFixed(digits)} ${unit}`}
      className="cursor-move touch-none focus:outline-none group"
      {...drag}
      onFocus={() => onChoose(index)}
      onKeyDown={onKeyDown}
      onDoubleClick={(e) => {
        e.stopPropagation();
        editNode(step.id, index, { [lane]: rest });
      }}
    >
      {selected && (
        <line
          x1={s.x(node.hue - node.reach)}
          x2={s.x(node.hue + node.reach)}
          y1={s.bottom + 4}
          y2={s.bottom + 4}
          className="stroke-violet"
          strokeWidth={2}
        />
      )}
      <circle cx={x} cy={y} r={12} fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r={5.5}
        fill={hueColour(node.hue + (lane === 'turn' ? node.turn : 0))}
        className={`${selected ? 'stroke-violet' : 'stroke-g0'} group-focus-visible:stroke-white`}
        strokeWidth={1.8}
      />
    </g>
  );
}

export function BeltDrawing(props: BeltProps) {
  const { width, height, step, params, lane, chosen, distribution, onPut } = props;
  const s = scaleOf(props);
  const { at } = hueBeltLanes(params);
  const which = lanes.findIndex((l) => l.id === lane);
  const curve = Array.from(
    { length: 181 },
    (_, i) => `${i ? 'L' : 'M'}${s.x(i * 2).toFixed(1)} ${s.y(at(i * 2)[which]).toFixed(1)}`,
  ).join('');
  return (
    <svg
      width={width}
      height={height}
      role="group"
      aria-label={`Hue belt, ${lane} over hue`}
      onDoubleClick={(e) => onPut(s.hueAt(e.clientX - e.currentTarget.getBoundingClientRect().left))}
    >
      <rect width={width} height={height} fill="transparent" />
      <Backdrop s={s} distribution={distribution} lane={lane} />
      <path d={curve} fill="none" className="stroke-t1" strokeWidth={1.6} opacity={step.on ? 1 : 0.4} />
      {params.nodes.map((node, i) => (
        <BeltNode
          key={i}
          step={step}
          node={node}
          lane={lane}
          s={s}
          index={i}
          selected={i === chosen}
          onChoose={props.onChoose}
        />
      ))}
    </svg>
  );
}
